import { Link, useParams } from 'react-router';
import page from '../../components/Page.module.css';
import { Read } from '../../components/Read';
import { Backups } from './Backups';
import { BankAccounts } from './BankAccounts';
import { LedgerAccounts } from './LedgerAccounts';
import { People } from './People';
import { setUpQuery } from './setupApi';
import { Taxes } from './Taxes';

const PARTS = [
  { path: 'people', words: 'People' },
  { path: 'bank-accounts', words: 'Bank accounts' },
  { path: 'ledger-accounts', words: 'Ledger accounts' },
  { path: 'taxes', words: 'Taxes' },
  { path: 'backups', words: 'Backups' },
];

/** What the house is made of: its people and its accounts. */
export function SetUp() {
  const { part = 'people' } = useParams();
  return (
    <div className={page.page}>
      <nav className={page.tabs} aria-label="Set-up">
        {PARTS.map((p) => (
          <Link
            key={p.path}
            to={`/set-up/${p.path}`}
            aria-current={p.path === part ? 'page' : undefined}
          >
            {p.words}
          </Link>
        ))}
      </nav>
      {part === 'people' && <People />}
      {part === 'backups' && <Backups />}
      {part !== 'people' && part !== 'backups' && (
        <Read query={setUpQuery}>
          {(house) => (
            <>
              {part === 'bank-accounts' && <BankAccounts accounts={house.bankAccounts} />}
              {part === 'ledger-accounts' && <LedgerAccounts accounts={house.accounts} />}
              {part === 'taxes' && <Taxes taxCodes={house.taxCodes} accounts={house.accounts} />}
            </>
          )}
        </Read>
      )}
    </div>
  );
}
