import { useRef, useState } from 'react';
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

/** An amount while it is typed: Enter keeps it, and so does a click elsewhere; Esc drops it. */
export function AmountField({ label, minor, currency, first = '', keep, done }: Props) {
  const [text, setText] = useState(first || (minor > 0 ? words(minor, currency) : ''));
  const [begun] = useState(text);
  const ended = useRef(false);
  const read = text === '' ? 0 : parseAmount(text, currency);
  const end = (kept: number | undefined) => {
    if (!ended.current) {
      ended.current = true;
      if (kept !== undefined) {
        keep(kept);
      }
      done();
    }
  };
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
      onDoubleClick={(e) => e.stopPropagation()}
      onBlur={() => end(text === begun && !first ? undefined : read)}
      onKeyDown={(e) => {
        if (e.key === 'Escape') {
          e.preventDefault();
          end(undefined);
        } else if (e.key === 'Enter' && read !== undefined) {
          // with Ctrl too: what is posted is what was seen, so it is kept first
          e.preventDefault();
          e.stopPropagation();
          end(read);
        }
      }}
    />
  );
}
