import { shortDate, words } from '../../money/money';
import type { Contents } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Payments from before these books: they post nothing. */
export function PastList({ past, count }: { past: Contents['past']; count: number }) {
  return (
    <>
      <h2 className={styles.title}>Past payments</h2>
      <p>
        They teach who pays, for whom and how, and post nothing.
        {count > past.length && ` The first ${past.length} of ${count} are shown.`}
      </p>
      <table className={styles.entries}>
        <tbody>
          {past.map((p) => (
            <tr key={p.place}>
              <td className={styles.soft}>{shortDate(p.date)}</td>
              <td>
                {p.payer} <span className={styles.soft}>for {p.customer}</span>
                <br />
                <span className={styles.soft}>
                  {p.items}
                  {p.discountMinor !== 0 && ` · ${words(p.discountMinor, p.currency)} discount`}
                </span>
              </td>
              <td className="figures">{words(p.amountMinor, p.currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
