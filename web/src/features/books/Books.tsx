import { Link, useParams } from 'react-router';
import page from '../../components/Page.module.css';
import { DebitCredit, DebitCreditHeads } from '../../components/DebitCredit';
import { balancesQuery } from './booksApi';
import { Credits } from './Credits';
import { Done } from './Done';
import { Journal } from './Journal';
import { Months } from './Months';
import { Proof } from './Proof';
import { Read } from '../../components/Read';
import { SetAside } from './SetAside';
import { ShortPays } from './ShortPays';
import { Waiting } from './Waiting';

const TABS = [
  { path: 'done', words: 'Done' },
  { path: 'set-aside', words: 'Set aside' },
  { path: 'waiting', words: 'Waiting' },
  { path: 'credits', words: 'Credits' },
  { path: 'short-pays', words: 'Short-pays' },
  { path: 'journal', words: 'Journal' },
  { path: 'balances', words: 'Balances' },
  { path: 'months', words: 'Months' },
  { path: 'proof', words: 'Proof' },
];

/** What was done, and the proof that it is right. */
export function Books() {
  const { tab = 'done' } = useParams();
  return (
    <div className={page.page}>
      <nav className={page.tabs} aria-label="Books">
        {TABS.map((t) => (
          <Link
            key={t.path}
            to={`/books/${t.path}`}
            aria-current={t.path === tab ? 'page' : undefined}
          >
            {t.words}
          </Link>
        ))}
      </nav>
      {tab === 'done' && <Done />}
      {tab === 'set-aside' && <SetAside />}
      {tab === 'waiting' && <Waiting />}
      {tab === 'credits' && <Credits />}
      {tab === 'short-pays' && <ShortPays />}
      {tab === 'journal' && <Journal />}
      {tab === 'balances' && <Balances />}
      {tab === 'months' && <Months />}
      {tab === 'proof' && <Proof />}
    </div>
  );
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
