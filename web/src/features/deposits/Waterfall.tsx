import { words } from '../../money/money';
import type { Payout } from './depositsApi';
import styles from './Waterfall.module.css';

interface Props {
  payout: Payout;
  currency: string;
  /** The step whose rows are shown. */
  only: string | undefined;
  choose: (kind: string | undefined) => void;
}

/** From gross to net in steps of ink: full where the books say so, hatched where not yet. */
export function Waterfall({ payout, currency, only, choose }: Props) {
  const ends = payout.steps.reduce<number[]>(
    (sums, s) => [...sums, (sums.at(-1) ?? 0) + s.amountMinor],
    [0],
  );
  const low = Math.min(...ends, 0);
  const width = Math.max(...ends, 0) - low || 1;
  const at = (minor: number) => `${((minor - low) / width) * 100}%`;
  const wide = (minor: number) => `${(Math.abs(minor) / width) * 100}%`;
  return (
    <table className={styles.fall} aria-label="From gross to net">
      <thead>
        <tr>
          <th />
          <th className="figures">payout</th>
          <th className="figures">in the books</th>
        </tr>
      </thead>
      <tbody>
        {payout.steps.map((s, i) => {
          const from = Math.min(ends[i] ?? 0, ends[i + 1] ?? 0);
          return (
            <tr key={s.words}>
              <td>
                <button
                  type="button"
                  className={styles.step}
                  aria-pressed={only === s.words}
                  onClick={() => choose(only === s.words ? undefined : s.words)}
                >
                  {s.count} {s.words}
                  {s.count === 1 ? '' : 's'}
                </button>
                <span className={styles.ground} aria-hidden="true">
                  <span
                    className={styles.ink}
                    style={{ left: at(from), width: wide(s.postedMinor) }}
                  />
                  <span
                    className={styles.missing}
                    style={{
                      left: `calc(${at(from)} + ${wide(s.postedMinor)})`,
                      width: wide(s.amountMinor - s.postedMinor),
                    }}
                  />
                </span>
              </td>
              <Compared minor={s.amountMinor} books={s.postedMinor} currency={currency} />
            </tr>
          );
        })}
        <tr className={styles.net}>
          <td>
            Net
            <span className={styles.ground} aria-hidden="true">
              <span
                className={styles.ink}
                style={{ left: at(Math.min(0, payout.netMinor)), width: wide(payout.netMinor) }}
              />
            </span>
          </td>
          <Compared minor={payout.netMinor} books={payout.postedMinor} currency={currency} />
        </tr>
      </tbody>
    </table>
  );
}

/** Equal figures are quiet. */
function Compared({ minor, books, currency }: { minor: number; books: number; currency: string }) {
  return (
    <>
      <td className="figures">{words(minor, currency)}</td>
      <td className={`figures ${minor === books ? styles.same : styles.apart}`}>
        {words(books, currency)}
      </td>
    </>
  );
}
