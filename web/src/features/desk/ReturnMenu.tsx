import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { Empty, Sentence } from '../../components/States';
import { focusZone } from '../../keyboard/keys';
import { words } from '../../money/money';
import { type Line, type Money, receiptsQuery } from './deskApi';
import styles from './Work.module.css';

interface Props {
  money: Money;
  take: (lines: Line[]) => void;
  close: () => void;
}

/** Which receipt the bank takes back: found by cheque number, payer, reference, amount, item. */
export function ReturnMenu({ money, take, close }: Props) {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const found = useQuery(receiptsQuery(money.id, typed));
  const receipts = found.data ?? [];

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const chosen = receipts[at];
    if (event.key === 'Enter' && !event.ctrlKey && chosen) {
      event.preventDefault();
      take(chosen.lines);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setAt((i) => Math.min(receipts.length - 1, Math.max(0, i + step)));
    } else if (event.key === 'Escape') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  return (
    <div
      className={styles.menu}
      role="group"
      aria-label={`The receipt that ${words(money.amountMinor, money.currency)} takes back`}
      onKeyDown={onKeyDown}
    >
      <div className={styles.noted}>
        <Field
          label="Receipt that is taken back"
          placeholder="cheque number, payer, amount, item"
          first
          value={typed}
          change={(value) => {
            setTyped(value);
            setAt(0);
          }}
          role="combobox"
          aria-expanded={receipts.length > 0}
          aria-controls="receipts"
          aria-activedescendant={receipts[at] && `receipt-${at}`}
          autoComplete="off"
        />
      </div>
      {found.isError && <Sentence error={found.error} />}
      {found.isSuccess && receipts.length === 0 && (
        <Empty>
          {typed
            ? 'No receipt of this sum or more, up to this day, is like that.'
            : 'No receipt of this sum or more is explained up to this day.'}
        </Empty>
      )}
      <div
        id="receipts"
        role="listbox"
        aria-label="Receipts"
        hidden={receipts.length === 0}
        className={styles.found}
      >
        {receipts.map((r, i) => (
          <div
            key={r.words}
            id={`receipt-${i}`}
            role="option"
            aria-selected={i === at}
            className={i === at ? styles.menuAt : styles.menuRow}
            onClick={() => take(r.lines)}
          >
            <span>
              {r.words} <small className={styles.soft}>{r.because}</small>
            </span>
            {i === at && <Key>↵</Key>}
          </div>
        ))}
      </div>
    </div>
  );
}
