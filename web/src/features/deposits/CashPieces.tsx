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
      ...(event.currentTarget
        .closest('[data-pieces]')
        ?.querySelectorAll<HTMLInputElement>('input') ?? []),
    ];
    const next = fields[fields.indexOf(event.currentTarget) + step];
    if (step !== 0 && !event.ctrlKey && next) {
      event.preventDefault();
      next.focus();
      next.select();
    }
  };
  return (
    <div className={styles.pieces} role="group" aria-label="Notes and coins" data-pieces>
      {slip.pieces.map((p) => (
        <label key={p.valueMinor}>
          <span className="figures">{words(p.valueMinor, slip.currency)} ×</span>
          <input
            aria-label={`How many of ${words(p.valueMinor, slip.currency)}`}
            inputMode="numeric"
            value={counts[p.valueMinor] ?? ''}
            onChange={(e) => count(p.valueMinor, e.target.value)}
            onKeyDown={onKeyDown}
          />
        </label>
      ))}
    </div>
  );
}
