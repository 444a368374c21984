import { type KeyboardEvent } from 'react';
import { words } from '../../money/money';
import type { Slip } from './depositsApi';
import styles from './Deposits.module.css';

interface Props {
  slip: Slip;
  counts: Record<string, string>;
  count: (value: number, typed: string) => void;
}

/** Notes and coins, typed down: Enter and the arrows go to the next. */
export function CashPieces({ slip, counts, count }: Props) {
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const step =
      event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const fields = [
      ...(event.currentTarget.closest('table')?.querySelectorAll<HTMLInputElement>('input') ?? []),
    ];
    const next = fields[fields.indexOf(event.currentTarget) + step];
    if (step !== 0 && !event.ctrlKey && next) {
      event.preventDefault();
      next.focus();
      next.select();
    }
  };
  return (
    <table className={styles.pieces} aria-label="Notes and coins">
      <tbody>
        {slip.pieces.map((p) => {
          const typed = counts[p.valueMinor] ?? '';
          return (
            <tr key={p.valueMinor}>
              <th scope="row" className="figures">
                {words(p.valueMinor, slip.currency)}
              </th>
              <td>
                <input
                  aria-label={`How many of ${words(p.valueMinor, slip.currency)}`}
                  inputMode="numeric"
                  value={typed}
                  onChange={(e) => count(p.valueMinor, e.target.value)}
                  onKeyDown={onKeyDown}
                />
              </td>
              <td className="figures">
                {/^\d+$/.test(typed) && words(Number(typed) * p.valueMinor, slip.currency)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
