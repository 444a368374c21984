import { queryOptions, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { client, type Schemas, unwrap } from '../api/client';
import { sentenceOf } from '../api/client';
import { Amount } from '../components/Amount';
import styles from './FindAnything.module.css';

type Found = Schemas['FoundThing'];

const findQuery = (text: string) =>
  queryOptions({
    queryKey: ['desk', 'find', text],
    queryFn: () => unwrap(client.GET('/api/desk/find', { params: { query: { text } } })),
    enabled: text.trim().length > 1,
    placeholderData: (before) => (text.trim().length > 1 ? before : undefined),
    gcTime: 0,
  });

/** Where a thing that was found is shown. */
function addressOf(found: Found): string {
  switch (found.place) {
    case 'PILE':
      return `/desk/${found.id}`;
    case 'SET_ASIDE':
      return '/books/set-aside';
    case 'DONE':
      return `/trail/postings/${found.number}`;
    case 'ITEM':
      return `/trail/items/${found.id}`;
    case 'DEPOSIT':
      return `/deposits/${found.id}`;
    case 'CUSTOMER':
      return `/customers/${found.id}`;
  }
}

/** One field in the head of every page, for everything: opened by `/`, left by Esc. */
export function FindAnything() {
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const navigate = useNavigate();
  const list = useId();
  const found = useQuery(findQuery(text));
  const things = open ? (found.data?.found ?? []) : [];

  const go = (thing: Found | undefined) => {
    if (thing) {
      setOpen(false);
      void navigate(addressOf(thing));
    }
  };

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const next = Math.min(things.length - 1, Math.max(0, at + step));
      setAt(next);
      document.getElementById(`${list}-${next}`)?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter') {
      event.preventDefault();
      event.currentTarget.blur();
      go(things[at]);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      setOpen(false);
      event.currentTarget.blur();
    }
  };

  return (
    <div className={styles.find} onBlur={() => setOpen(false)}>
      <input
        id="find-anything"
        type="search"
        role="combobox"
        aria-label="Find anything"
        aria-expanded={things.length > 0}
        aria-controls={list}
        aria-activedescendant={things.length > 0 ? `${list}-${at}` : undefined}
        autoComplete="off"
        placeholder="Find anything  /"
        value={text}
        onFocus={() => setOpen(true)}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
          setOpen(true);
        }}
        onKeyDown={onKeyDown}
      />
      <div className={styles.sheet} hidden={!open || text.trim().length < 2}>
        {found.isError && <p>{sentenceOf(found.error)}</p>}
        {found.isSuccess && things.length === 0 && (
          <p>
            Nothing is found in the pile, explained, set aside, items, deposits not at the bank or
            customers.
          </p>
        )}
        <div id={list} role="listbox" aria-label="What was found" hidden={things.length === 0}>
          {things.map((t, i) => (
            <div
              key={`${t.place} ${t.id} ${t.number}`}
              id={`${list}-${i}`}
              role="option"
              aria-selected={i === at}
              className={i === at ? styles.at : styles.thing}
              onMouseDown={(e) => {
                e.preventDefault();
                go(t);
              }}
            >
              <span className={styles.place}>{t.placeWords}</span>
              <span className={styles.what}>
                <b>{t.what}</b> <span className={styles.place}>{t.detail}</span>
              </span>
              {t.currency && (
                <span>
                  {t.currency} <Amount minor={t.amountMinor} currency={t.currency} />
                </span>
              )}
            </div>
          ))}
        </div>
        {found.data && found.data.more.length > 0 && (
          <p>More is found than the first eight: {found.data.more.join(', ')}.</p>
        )}
      </div>
    </div>
  );
}
