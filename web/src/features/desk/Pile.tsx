import Button from '@mui/material/Button';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { CERTAINTIES, type Certainty, CertaintyMark } from '../../components/CertaintyMark';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Key } from '../../components/Key';
import { focusZone } from '../../keyboard/keys';
import { sumsOf, words } from '../../money/money';
import type { PileRow } from './deskApi';
import styles from './Pile.module.css';

const ORDER: Certainty[] = ['SURE', 'LIKELY', 'THIN', 'NOTHING_YET'];

interface Props {
  rows: PileRow[];
  selected: number | undefined;
  select: (id: number) => void;
  postSure: () => void;
}

/** All money not yet explained, surest first. While it has the focus its order stands still. */
export function Pile({ rows, selected, select, postSure }: Props) {
  const [search, setSearch] = useSearchParams();
  const find = search.get('find') ?? '';
  const { shown, waiting, release, freeze } = useFrozenOrder(rows);
  const found = shown.filter((r) => isFound(r, find));
  const sure = found.filter((r) => r.certainty === 'SURE' && !r.tie).length;
  const ordered = ORDER.flatMap((c) => found.filter((r) => r.certainty === c));

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const at = ordered.findIndex((r) => r.id === selected);
      const next = ordered[Math.min(ordered.length - 1, Math.max(0, at + step))];
      if (next) {
        select(next.id);
        document.getElementById(`pile-${next.id}`)?.scrollIntoView({ block: 'nearest' });
      }
    } else if (event.key === 'Enter' && !event.ctrlKey) {
      event.preventDefault();
      focusZone('tape');
    } else if (event.key.toLowerCase() === 's' && !event.ctrlKey) {
      event.preventDefault();
      postSure();
    }
  };

  return (
    <section className={styles.pile} aria-label="Pile">
      <div className={styles.find}>
        <FindField
          label="Find in the pile"
          placeholder="Find amount, payer"
          find={find}
          change={(text) => setSearch(text ? { find: text } : {}, { replace: true })}
          leave={() => focusZone('pile')}
        />
      </div>
      {sure > 0 && (
        <div className={styles.sure}>
          <Button tabIndex={-1} onClick={postSure}>
            Post the {sure} sure ones …<Key>S</Key>
          </Button>
        </div>
      )}
      {waiting > 0 && (
        <button type="button" className={styles.waiting} onClick={release}>
          {waiting} new
        </button>
      )}
      <div
        className={styles.rows}
        data-zone="pile"
        role="listbox"
        aria-label="Money to explain"
        aria-activedescendant={selected === undefined ? undefined : `pile-${selected}`}
        tabIndex={0}
        onFocus={freeze}
        onBlur={release}
        onKeyDown={onKeyDown}
      >
        {ORDER.map((certainty) => (
          <Group
            key={certainty}
            certainty={certainty}
            rows={found.filter((r) => r.certainty === certainty)}
            all={shown}
            selected={selected}
            select={select}
          />
        ))}
      </div>
      {found.length === 0 && find !== '' && (
        <p className={styles.none}>Nothing in the pile reads like that.</p>
      )}
    </section>
  );
}

function Group(props: Omit<Props, 'postSure'> & { certainty: Certainty; all: PileRow[] }) {
  const { certainty, rows, all, selected, select } = props;
  if (rows.length === 0) {
    return null;
  }
  const share = rows.length / Math.max(1, all.length);
  return (
    <div role="group" aria-label={`${CERTAINTIES[certainty].words}, ${rows.length}`}>
      <div className={styles.group} aria-hidden>
        <CertaintyMark certainty={certainty} />
        <b>
          {CERTAINTIES[certainty].words} · {rows.length}
        </b>
        <span className={`figures ${styles.sum}`}>{sumsOf(rows)}</span>
        <span className={styles.share} style={{ width: `${share * 100}%` }} />
      </div>
      {rows.map((row) => (
        <div
          key={row.id}
          id={`pile-${row.id}`}
          role="option"
          aria-selected={row.id === selected}
          aria-label={`${row.payer}, ${words(row.amountMinor, row.currency)} ${row.currency}, ${row.words}`}
          className={row.id === selected ? `${styles.row} ${styles.selected}` : styles.row}
          onClick={() => select(row.id)}
        >
          <CertaintyMark certainty={row.certainty} />
          <span className={styles.text}>
            <span className={styles.payer}>{row.payer}</span>
            <span className={styles.detail}>
              {row.putBy && <b>put by · </b>}
              {row.workedBy.length > 0 && <b>{row.workedBy.join(', ')} is on it · </b>}
              {row.words}
            </span>
          </span>
          <Amount minor={row.amountMinor} currency={row.currency} look="bold" />
        </div>
      ))}
    </div>
  );
}

function isFound(row: PileRow, find: string): boolean {
  const wanted = find.trim().toLowerCase();
  const digits = wanted.replace(/[^0-9]/g, '');
  return (
    wanted === '' ||
    `${row.payer} ${row.words}`.toLowerCase().includes(wanted) ||
    (digits !== '' && String(Math.abs(row.amountMinor)).startsWith(digits))
  );
}

/** Keeps rows in place while frozen: gone ones leave, changed ones change, new ones wait. */
function useFrozenOrder(rows: PileRow[]) {
  const [frozen, setFrozen] = useState<PileRow[]>();
  const view = useMemo(() => {
    if (!frozen) {
      return { shown: rows, waiting: 0 };
    }
    const now = new Map(rows.map((r) => [r.id, r]));
    const shown = frozen.flatMap((f) => {
      const row = now.get(f.id);
      return row ? [{ ...row, certainty: f.certainty }] : [];
    });
    return { shown, waiting: rows.filter((r) => !frozen.some((f) => f.id === r.id)).length };
  }, [rows, frozen]);
  return {
    ...view,
    freeze: () => setFrozen(rows),
    release: () => setFrozen(undefined),
  };
}
