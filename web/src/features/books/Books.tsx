import { useQuery, type UseQueryOptions } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { NavLink, useParams } from 'react-router';
import { Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { DebitCredit, DebitCreditHeads } from '../../components/DebitCredit';
import { Rules } from '../rules';
import { balancesQuery, proofQuery } from './booksApi';
import { Done } from './Done';
import { Journal } from './Journal';
import { Months } from './Months';

const TABS = [
  { path: 'done', words: 'Done' },
  { path: 'journal', words: 'Journal' },
  { path: 'balances', words: 'Balances' },
  { path: 'months', words: 'Months' },
  { path: 'rules', words: 'Rules' },
  { path: 'proof', words: 'Proof' },
];

/** What was done, and the proof that it is right. */
export function Books() {
  const { tab = 'done' } = useParams();
  return (
    <div className={page.page}>
      <nav className={page.tabs} aria-label="Books">
        {TABS.map((t) => (
          <NavLink key={t.path} to={`/books/${t.path}`} aria-current={t.path === tab && 'page'}>
            {t.words}
          </NavLink>
        ))}
      </nav>
      {tab === 'done' && <Done />}
      {tab === 'journal' && <Journal />}
      {tab === 'balances' && <Balances />}
      {tab === 'months' && <Months />}
      {tab === 'rules' && <Rules />}
      {tab === 'proof' && <Proof />}
    </div>
  );
}

/** A list that is read, or the sentence that says why not. */
function Read<T>({
  query,
  children,
}: {
  query: UseQueryOptions<T, Error, T, string[]>;
  children: (data: T) => ReactNode;
}) {
  const read = useQuery(query);
  if (read.isPending) {
    return <Loading />;
  }
  if (read.isError) {
    return <Sentence error={read.error} retry={() => void read.refetch()} />;
  }
  return children(read.data);
}

function Balances() {
  return (
    <Read query={balancesQuery}>
      {(balances) => (
        <table className={page.table}>
          <thead>
            <tr>
              <th>account</th>
              <th>name</th>
              <th>currency</th>
              <DebitCreditHeads />
            </tr>
          </thead>
          <tbody>
            {balances.map((b) => (
              <tr key={b.account + b.currency}>
                <td>{b.account}</td>
                <td>{b.accountName}</td>
                <td>{b.currency}</td>
                <DebitCredit minor={b.minor} currency={b.currency} />
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Read>
  );
}

function Proof() {
  return (
    <Read query={proofQuery}>
      {(lines) => (
        <table className={page.table}>
          <caption className="unseen">What must hold, computed now from the stored facts</caption>
          <thead>
            <tr>
              <th />
              <th>what must hold</th>
              <th>figures</th>
              <th>now</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.number}>
                <td>{l.number}</td>
                <td>{l.words}</td>
                <td>{l.figures}</td>
                <td className={l.failures.length === 0 ? page.holds : page.fails}>
                  {l.failures.length === 0 ? 'holds' : l.failures.join(' ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Read>
  );
}
