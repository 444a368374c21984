import { type KeyboardEvent, type ReactNode, useState } from 'react';
import styles from './Deposits.module.css';

/** A row that may be ticked. */
export interface TickRow {
  id: number;
  /** As it reads to whoever listens. */
  said: string;
  content: ReactNode;
}

interface Props {
  zone: string;
  label: string;
  rows: TickRow[];
  ticked: number[];
  tick: (ids: number[]) => void;
}

/** Rows that are ticked by key and by mouse: Space and a click one, Ctrl+A all that is shown. */
export function TickList({ zone, label, rows, ticked, tick }: Props) {
  const [at, setAt] = useState(0);
  const toggle = (id: number | undefined) => {
    if (id !== undefined) {
      tick(ticked.includes(id) ? ticked.filter((t) => t !== id) : [...ticked, id]);
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const next = Math.min(rows.length - 1, Math.max(0, at + step));
      setAt(next);
      document.getElementById(`${zone}-${rows[next]?.id}`)?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === ' ') {
      event.preventDefault();
      toggle(rows[at]?.id);
    } else if (event.ctrlKey && event.key.toLowerCase() === 'a') {
      event.preventDefault();
      const shown = rows.map((r) => r.id);
      const all = shown.every((id) => ticked.includes(id));
      tick(all ? ticked.filter((t) => !shown.includes(t)) : [...new Set([...ticked, ...shown])]);
    }
  };
  return (
    <div
      data-zone={zone}
      role="group"
      aria-label={label}
      tabIndex={0}
      className={styles.kept}
      onKeyDown={onKeyDown}
    >
      <table className={styles.members} role="grid" aria-label={label}>
        <tbody>
          {rows.map((r, i) => {
            const on = ticked.includes(r.id);
            return (
              <tr
                key={r.id}
                id={`${zone}-${r.id}`}
                aria-selected={on}
                aria-label={r.said}
                className={i === at ? styles.at : undefined}
                onClick={() => {
                  setAt(i);
                  toggle(r.id);
                }}
              >
                <td>
                  <span className={on ? styles.ticked : styles.tick} aria-hidden />
                </td>
                {r.content}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
