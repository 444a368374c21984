import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { Empty, Sentence } from '../../components/States';
import { words } from '../../money/money';
import { type Line, type Money, receiptsQuery } from './deskApi';
import { useChoice } from './useChoice';
import styles from './Work.module.css';

interface Props {
  money: Money;
  take: (lines: Line[]) => void;
  close: () => void;
}

/** Which receipt the bank takes back: found by cheque number, payer, reference, amount, item. */
export function ReturnMenu({ money, take, close }: Props) {
  const [typed, setTyped] = useState('');
  const found = useQuery(receiptsQuery(money.id, typed));
  const receipts = found.data ?? [];
  const takeAt = (index: number) => take(receipts[index]?.lines ?? []);
  const { at, first, onKeyDown } = useChoice(receipts.length, takeAt, close);

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
            first();
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
            onClick={() => takeAt(i)}
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
