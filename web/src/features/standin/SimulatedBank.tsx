import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Key } from '../../components/Key';
import { Empty, Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { longDate, shortDate, words } from '../../money/money';
import { bankQuery, nextDay, setLine } from './standinApi';
import styles from './SimulatedBank.module.css';

/** What the bank holds that stands in for one, and the way to its next day. */
export function SimulatedBank() {
  const bank = useQuery(bankQuery);
  const { perform, problem } = usePerform();
  if (bank.isPending) {
    return <Loading />;
  }
  if (bank.isError) {
    return <Sentence error={bank.error} retry={() => void bank.refetch()} />;
  }
  const { accounts, files, slips, down } = bank.data;
  const attempt = async (act: () => Promise<unknown>) => {
    await perform(act);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === 'n' && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      void attempt(nextDay);
    }
  };
  return (
    <div
      className={styles.page}
      data-zone="bank"
      tabIndex={0}
      role="group"
      aria-label="Simulated bank"
      onKeyDown={onKeyDown}
    >
      <h1 className={styles.title}>The simulated bank</h1>
      <p>
        No bank is connected here: this one is made up, and so is what it holds. Its files are of
        the real formats and come in at <Link to="/arrivals">Arrivals</Link>.
      </p>
      {problem && <Sentence error={problem} />}
      <p className={styles.acts}>
        <span>
          It is <b>{longDate(bank.data.businessDate)}</b>; the files up to{' '}
          {longDate(bank.data.readyUntil)} are ready.
        </span>
        <Button variant="contained" onClick={() => void attempt(nextDay)}>
          Advance one day<Key>N</Key>
        </Button>
        <Button onClick={() => void attempt(() => setLine(down ? 'UP' : 'DOWN'))}>
          {down ? 'Mend the line' : 'Break the line'}
        </Button>
        {down && <b className={styles.down}>The line is down.</b>}
      </p>
      <div className={styles.columns}>
        <table className={styles.table} aria-label="Accounts at the bank">
          <thead>
            <tr>
              <th>account</th>
              <th className="figures">it holds</th>
            </tr>
          </thead>
          <tbody>
            {accounts.map((a) => (
              <tr key={a.name}>
                <td>
                  {a.name} <span className={styles.soft}>{a.currency}</span>
                </td>
                <td className="figures">
                  <Amount minor={a.balanceMinor} currency={a.currency} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className={styles.table} aria-label="Slips that were handed in">
          <thead>
            <tr>
              <th>slips handed in</th>
              <th>on</th>
              <th className="figures">sum</th>
            </tr>
          </thead>
          <tbody>
            {slips.map((s) => (
              <tr key={`${s.number} ${s.day}`}>
                <td>
                  {s.number} <span className={styles.soft}>{s.account}</span>
                </td>
                <td>{shortDate(s.day)}</td>
                <td className="figures">{words(s.amountMinor, 'USD')}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className={styles.table} aria-label="Files of the bank">
          <thead>
            <tr>
              <th>files of the last days</th>
              <th>day</th>
              <th className="figures">bytes</th>
            </tr>
          </thead>
          <tbody>
            {files.map((f) => (
              <tr key={f.name}>
                <td>{f.name}</td>
                <td>{shortDate(f.day)}</td>
                <td className="figures">{f.sizeBytes}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {slips.length === 0 && <Empty>No slip was handed in since the bank began.</Empty>}
    </div>
  );
}
