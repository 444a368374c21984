import { shortDate, words } from '../../money/money';
import type { ListTrial } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** What a list says when it is read so: how many rows, what they come to, the first of them. */
export function ListTrialTable({ trial }: { trial: ListTrial }) {
  return (
    <>
      <h2 className={styles.title}>
        {trial.count} {trial.count === 1 ? 'row' : 'rows'}
      </h2>
      {trial.sums.map((sum) => (
        <p key={sum.currency}>
          {words(sum.minor, sum.currency)} {sum.currency} in all
        </p>
      ))}
      {trial.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      <table className={styles.entries}>
        <tbody>
          {trial.rows.map((row) => (
            <tr key={row.line}>
              <td className={styles.soft}>line {row.line}</td>
              <td>
                <b>{row.number}</b> {row.name}
                <br />
                <span className={styles.soft}>
                  {shortDate(row.date)}
                  {row.due && `, due ${shortDate(row.due)}`}
                </span>
              </td>
              <td className="figures">{words(row.minor, row.currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {trial.rows.length < trial.count && (
        <p className={styles.soft}>The first {trial.rows.length} are shown.</p>
      )}
    </>
  );
}
