import Button from '@mui/material/Button';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { longDate } from '../../money/money';
import styles from './SetUp.module.css';
import { SetUpForm } from './SetUpForm';
import { addBankAccount, type SetUpOfHouse } from './setupApi';

const NOTHING = { name: '', number: '', currency: '', date: '', balance: '' };

/** The accounts that the house keeps at banks, and where each begins in these books. */
export function BankAccounts({ accounts }: { accounts: SetUpOfHouse['bankAccounts'] }) {
  const [typed, setTyped] = useState<typeof NOTHING>();
  const { perform, problem } = usePerform();
  const answer = (key: keyof typeof NOTHING) => ({
    value: typed?.[key] ?? '',
    change: (value: string) => setTyped((t) => ({ ...NOTHING, ...t, [key]: value })),
  });
  const begin = (answers: typeof NOTHING) =>
    perform(async () => {
      await addBankAccount({ ...answers, currency: answers.currency.trim().toUpperCase() });
      setTyped(undefined);
    });
  return (
    <section className={styles.part} aria-label="Bank accounts">
      <p className={page.soft}>
        Each begins at a day with the balance of its statement. Files find it by the number, however
        they write it; one number in two currencies is two accounts.
      </p>
      <table className={page.table}>
        <thead>
          <tr>
            <th>account</th>
            <th>name</th>
            <th>number</th>
            <th>currency</th>
            <th>begins</th>
            <th className="figures">with</th>
          </tr>
        </thead>
        <tbody>
          {accounts.map((a) => (
            <tr key={a.id}>
              <td>{a.ledger}</td>
              <td>{a.name}</td>
              <td>{a.number}</td>
              <td>{a.currency}</td>
              <td>{longDate(a.beginsOn)}</td>
              <td className="figures">{a.balance}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!typed && <Button onClick={() => setTyped(NOTHING)}>Add a bank account</Button>}
      {typed && (
        <SetUpForm
          label="A new bank account"
          words="Begin the account"
          ready={Object.values(typed).every((v) => v.trim() !== '')}
          keep={() => void begin(typed)}
          leave={() => setTyped(undefined)}
        >
          <div className={styles.row}>
            <Field first label="Name, as you call it" {...answer('name')} maxLength={80} />
            <Field label="Number or IBAN, as statements name it" {...answer('number')} />
            <Field label="Currency" {...answer('currency')} maxLength={3} />
          </div>
          <div className={styles.row}>
            <Field label="It begins here on" type="date" {...answer('date')} />
            <Field label="Balance at the beginning of that day" {...answer('balance')} />
          </div>
        </SetUpForm>
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}
