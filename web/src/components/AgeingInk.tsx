import { type Schemas } from '../api/client';
import { words } from '../money/money';
import styles from './AgeingInk.module.css';

type Aged = Schemas['AgedView'];

/** What is owed as a bar of ink, denser the longer it is past due; the words say the same. */
export function AgeingInk({ aged, currency }: { aged: Aged[]; currency: string }) {
  const all = aged.reduce((sum, a) => sum + a.minor, 0);
  if (all === 0) {
    return null;
  }
  const said = aged.map((a) => `${a.words} ${words(a.minor, currency)}`).join(', ');
  return (
    <span className={styles.bar} role="img" aria-label={`${currency} ${said}`} title={said}>
      {aged.map((a) => (
        <span
          key={a.band}
          className={styles[a.band]}
          style={{ width: `${Math.max(2, (100 * a.minor) / all)}%` }}
        />
      ))}
    </span>
  );
}
