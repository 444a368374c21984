import { type ReactNode } from 'react';
import { words } from '../money/money';
import styles from './Tape.module.css';

export interface TapeRow {
  key: string;
  label: ReactNode;
  minor: number;
  /** `1` adds to what is to be placed, `-1` places, `0` only states. */
  side: number;
  chosen?: boolean;
  /** Stands in place of the amount while it is being changed. */
  field?: ReactNode;
  /** What the mouse does: a click chooses the line, a double click changes its amount. */
  choose?: () => void;
  change?: () => void;
  remove?: { label: string; act: () => void };
}

interface Props {
  title: ReactNode;
  subtitle: ReactNode;
  headMinor?: number;
  currency: string;
  rows: TapeRow[];
  footLabel: string;
  footMinor: number;
  /** Whether the foot is to come to zero, or is a sum that is merely stated. */
  footLook?: 'to zero' | 'stated';
  /** What the foot must be compared with, such as the closing balance a file states. */
  after?: ReactNode;
  children?: ReactNode;
}

const SIGNS: Record<string, string> = { '1': '+', '-1': '−', '0': '' };

/** The strip of paper on which a sum is proved: a head, lines with their sides, and the foot. */
export function Tape(props: Props) {
  const { currency } = props;
  return (
    <div className={styles.tape}>
      <div className={styles.head}>
        <div>
          <h2 className={styles.title}>{props.title}</h2>
          <p className={styles.subtitle}>{props.subtitle}</p>
        </div>
        {props.headMinor !== undefined && (
          <span className={`figures ${styles.total}`}>{words(props.headMinor, currency)}</span>
        )}
      </div>
      <ol className={styles.lines}>
        {props.rows.map((row) => (
          <li
            key={row.key}
            className={row.chosen ? `${styles.line} ${styles.chosen}` : styles.line}
            onClick={row.choose}
            onDoubleClick={row.change}
          >
            <span className={styles.label}>{row.label}</span>
            {row.field ?? (
              <span className={`figures ${styles.amount}`}>{words(row.minor, currency)}</span>
            )}
            <span className={styles.side}>{SIGNS[String(row.side)]}</span>
            {row.remove && (
              <button
                type="button"
                tabIndex={-1}
                className={styles.remove}
                aria-label={row.remove.label}
                title={row.remove.label}
                onClick={(e) => {
                  e.stopPropagation();
                  row.remove?.act();
                }}
              >
                ×
              </button>
            )}
          </li>
        ))}
      </ol>
      <div className={styles.foot}>
        <span>{props.footLabel}</span>
        <span
          className={`figures ${styles.total} ${props.footLook === 'stated' ? '' : props.footMinor === 0 ? styles.zero : styles.lacking}`}
        >
          {words(props.footMinor, currency)}
        </span>
      </div>
      {props.after}
      {props.children}
    </div>
  );
}
