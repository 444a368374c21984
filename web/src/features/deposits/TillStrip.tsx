import type { Schemas } from '../../api/client';
import { Tape } from '../../components/Tape';
import { words } from '../../money/money';
import styles from './Deposits.module.css';

type TillDay = Schemas['TillDayView'];

/** What was sold against what was paid, and what the till holds more or less. */
export function TillStrip({ day }: { day: TillDay }) {
  const written = day.lines.filter((l) => l.words !== 'till over' && l.words !== 'till short');
  const sales = day.receipts.filter((r) => r.invoice === undefined);
  const beside = day.receipts.filter((r) => r.invoice !== undefined);
  return (
    <Tape
      title={`${day.till}, ${day.day}`}
      subtitle="What was sold, less how it was paid"
      currency={day.currency}
      rows={[
        ...written.map((l, i) => ({
          key: `line ${i}`,
          label: (
            <>
              {l.words} <small className={styles.soft}>{l.account}</small>
              {l.taxMinor !== 0 && (
                <small className={styles.soft}>
                  {' '}
                  with {words(Math.abs(l.taxMinor), day.currency)} tax
                </small>
              )}
            </>
          ),
          minor: Math.abs(l.amountMinor),
          side: Math.sign(l.amountMinor),
        })),
        ...sales.map((r, i) => ({
          key: `receipt ${i}`,
          label: (
            <>
              {r.method} {r.number} <small className={styles.soft}>{r.keptOn}</small>
            </>
          ),
          minor: r.amountMinor,
          side: -1,
        })),
      ]}
      footLabel={
        day.differenceMinor === 0
          ? 'The till agrees'
          : day.differenceMinor < 0
            ? 'The till is short'
            : 'The till is over'
      }
      footMinor={Math.abs(day.differenceMinor)}
    >
      {beside.length > 0 && (
        <p className={styles.soft}>
          Beside that:{' '}
          {beside
            .map((r) => `${words(r.amountMinor, day.currency)} ${r.method} for ${r.invoice ?? ''}`)
            .join(', ')}
        </p>
      )}
    </Tape>
  );
}
