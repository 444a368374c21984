import { type KeyboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { shortDate, words } from '../../money/money';
import type { Member } from './depositsApi';
import styles from './Deposits.module.css';

interface Props {
  kept: Member[];
  ticked: number[];
  tick: (receipts: number[]) => void;
  /** The number of the slip that is being made. */
  own: string;
  /** On which it is handed in. */
  day: string;
}

/** Receipts on hand, tickable by key and by mouse; why one cannot go to the bank stands beside it. */
export function KeptReceipts({ kept, ticked, tick, own, day }: Props) {
  const [at, setAt] = useState(0);
  const free = kept.filter((m) => whyNot(m, own, day) === '');
  const toggle = (m: Member | undefined) => {
    if (m?.id !== undefined && whyNot(m, own, day) === '') {
      const id = m.id;
      tick(ticked.includes(id) ? ticked.filter((t) => t !== id) : [...ticked, id]);
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      setAt((i) => Math.min(kept.length - 1, Math.max(0, i + step)));
    } else if (event.key === ' ') {
      event.preventDefault();
      toggle(kept[at]);
    } else if (event.ctrlKey && event.key.toLowerCase() === 'a') {
      event.preventDefault();
      const all = free.flatMap((m) => (m.id === undefined ? [] : [m.id]));
      tick(all.every((id) => ticked.includes(id)) ? [] : all);
    }
  };
  return (
    <div
      data-zone="kept"
      role="group"
      aria-label="On hand"
      tabIndex={0}
      className={styles.kept}
      onKeyDown={onKeyDown}
    >
      <table className={styles.members} role="grid" aria-label="Receipts on hand">
        <tbody>
          {kept.map((m, i) => {
            const why = whyNot(m, own, day);
            const on = m.id !== undefined && ticked.includes(m.id);
            return (
              <tr
                key={m.id}
                aria-selected={on}
                aria-label={`${m.kind} ${m.number} ${m.payer}, ${words(m.amountMinor, m.currency)}${why ? ', ' + why : ''}`}
                className={i === at ? styles.at : undefined}
                onClick={() => {
                  setAt(i);
                  toggle(m);
                }}
              >
                <td>
                  <span className={on ? styles.ticked : styles.tick} aria-hidden />
                </td>
                <td className={styles.soft}>{shortDate(m.date)}</td>
                <td>
                  {m.payer || m.kind}
                  <span className={styles.details}>
                    {[m.payer ? m.kind : '', m.number, m.note].filter(Boolean).join(' · ')}
                    {why && <b className={styles.apart}> · {why}</b>}
                    {m.stand === 'IN_THE_PILE' && m.moneyId && (
                      <>
                        {' '}
                        <Link to={`/desk/${m.moneyId}`} onClick={(e) => e.stopPropagation()}>
                          explain it
                        </Link>
                      </>
                    )}
                  </span>
                </td>
                <td className="figures">
                  <Amount minor={m.amountMinor} currency={m.currency} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Why a receipt cannot go on a slip; nothing where it can. */
function whyNot(m: Member, own: string, day: string): string {
  if (m.stand === 'IN_THE_PILE') {
    return 'not explained yet';
  }
  if (m.slip !== undefined && m.slip !== own) {
    return `on slip ${m.slip}`;
  }
  if (m.bankableFrom !== undefined && m.bankableFrom > day) {
    return `dated ${shortDate(m.bankableFrom)}`;
  }
  return m.kind === 'cheque' || m.kind === 'cash' ? '' : `${m.kind}: the bank shows it by itself`;
}
