import { useState } from 'react';
import { parseAmount, words } from '../money/money';
import styles from './AmountField.module.css';

interface Props {
  label: string;
  minor: number;
  currency: string;
  /** A digit that was typed to open the field. */
  first?: string;
  keep: (minor: number) => void;
  done: () => void;
}

/** An amount while it is typed: Enter keeps it, Esc drops it. */
export function AmountField({ label, minor, currency, first = '', keep, done }: Props) {
  const [text, setText] = useState(first || (minor > 0 ? words(minor, currency) : ''));
  const read = text === '' ? 0 : parseAmount(text, currency);
  return (
    <input
      autoFocus
      aria-label={label}
      aria-invalid={read === undefined}
      title={read === undefined ? `“${text}” is no amount in ${currency}` : undefined}
      inputMode="decimal"
      className={read === undefined ? `${styles.field} ${styles.wrong}` : styles.field}
      value={text}
      onFocus={(e) => {
        if (!first) {
          e.target.select();
        }
      }}
      onClick={(e) => e.stopPropagation()}
      onChange={(e) => setText(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === 'Escape') {
          e.preventDefault();
          done();
        } else if (e.key === 'Enter' && !e.ctrlKey && read !== undefined) {
          e.preventDefault();
          e.stopPropagation();
          keep(read);
          done();
        }
      }}
    />
  );
}
