import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Loading, Sentence } from '../../components/States';
import { shortDate } from '../../money/money';
import { WhoseWork } from '../responsible';
import { accountsQuery } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Every bank account: how far it is read, what is unexplained, bank against books. */
export function Accounts() {
  const accounts = useQuery(accountsQuery);
  if (accounts.isPending) {
    return <Loading />;
  }
  if (accounts.isError) {
    return <Sentence error={accounts.error} retry={() => void accounts.refetch()} />;
  }
  return (
    <table className={styles.table} aria-label="Bank accounts">
      <thead>
        <tr>
          <th>bank account</th>
          <th>read until</th>
          <th className="figures">bank</th>
          <th className="figures">books</th>
          <th className="figures">unexplained</th>
          <th>looked after by</th>
        </tr>
      </thead>
      <tbody>
        {accounts.data.map((a) => (
          <tr key={a.id}>
            <td>
              <Link to={`/accounts/${a.id}`}>{a.name}</Link>{' '}
              <span className={styles.soft}>{a.currency}</span>
            </td>
            <td>
              {a.readUntil ? shortDate(a.readUntil) : 'nothing yet'}{' '}
              <span className={styles.soft}>
                {a.lastStatement && `statement ${a.lastStatement}`}
              </span>
            </td>
            <td className="figures">
              <Amount minor={a.bankMinor} currency={a.currency} />
            </td>
            <td className="figures">
              <Amount minor={a.booksMinor} currency={a.currency} />
            </td>
            <td className="figures">
              {a.unexplainedCount} · <Amount minor={a.unexplainedMinor} currency={a.currency} />
              {a.oldestUnexplained && (
                <span className={styles.soft}> since {shortDate(a.oldestUnexplained)}</span>
              )}
              {a.heldCount > 0 && <span className={styles.waiting}> {a.heldCount} held</span>}
            </td>
            <td>
              <WhoseWork subject="ACCOUNT" id={a.id} name={a.name} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
