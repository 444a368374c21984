import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { Field } from '../../components/Field';
import { Empty, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { longDate } from '../../money/money';
import { forgetPayers } from '../desk';
import { sessionQuery } from '../session';
import styles from './Rules.module.css';
import { type Payer, payersQuery, whoPaysQuery } from './rulesApi';

interface Who {
  payer: string;
  byAccount: boolean;
  customerId: number;
}

/** Forgets and remembers payers, and what was wrong with the last of it. */
function useForgetting() {
  const { perform, problem } = usePerform();
  const forget = async ({ payer, byAccount, customerId }: Who, forgotten: boolean) => {
    await perform(() => forgetPayers([{ payer, byAccount, customerId }], forgotten));
  };
  return { forget, problem };
}

/** Who is remembered as paying for whom, from where, and how it is forgotten. */
export function Payers({ may }: { may: boolean }) {
  const { forget, problem } = useForgetting();
  const [find, setFind] = useState('');
  const payers = useQuery(payersQuery(find.trim()));

  return (
    <section className={styles.rule} aria-label="Remembered payers">
      <h2>Remembered payers</h2>
      <p className={page.soft}>
        Whoever paid for a customer is known again by the name that the bank writes, or by the
        account from which the money came.
      </p>
      <Field label="Find a payer or a customer" value={find} change={setFind} type="search" />
      {payers.isError && <Sentence error={payers.error} retry={() => void payers.refetch()} />}
      {problem && <Sentence error={problem} />}
      {payers.data && payers.data.payers.length > 0 && (
        <PayerTable payers={payers.data.payers.slice(0, SHOWN)} may={may} forget={forget} />
      )}
      {payers.data?.payers.length === 0 && (
        <Empty>
          {find.trim() === ''
            ? 'Nobody is remembered yet: past payments teach it, and what is posted here.'
            : 'No payer and no customer reads like that.'}
        </Empty>
      )}
      {payers.data && payers.data.found > SHOWN && (
        <p className={page.soft}>
          The last {Math.min(SHOWN, payers.data.payers.length)} of {payers.data.found}; find others
          by name.
        </p>
      )}
      {payers.data && payers.data.forgotten.length > 0 && (
        <ul className={styles.forgotten} aria-label="Not remembered">
          {payers.data.forgotten.map((f) => (
            <li key={`${f.payer} ${f.byAccount} ${f.customerId}`}>
              {f.byAccount ? `account ${f.words}` : f.words} is not remembered for {f.customer}
              {may && (
                <Button
                  aria-label={`Remember ${f.words} again for ${f.customer}`}
                  onClick={() => void forget(f, false)}
                >
                  Remember again
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface TableProps {
  payers: Payer[];
  /** Whether all of them pay for one customer, which need not be said. */
  ofOne?: boolean;
  may: boolean;
  forget: (who: Who, forgotten: boolean) => Promise<void>;
}

function PayerTable({ payers, ofOne = false, may, forget }: TableProps) {
  return (
    <table className={page.table}>
      <caption className="unseen">Remembered payers</caption>
      <thead>
        <tr>
          <th>payer</th>
          {!ofOne && <th>pays for</th>}
          <th className="figures">times</th>
          <th>from</th>
          <th>last</th>
          {may && <th aria-label="forget" />}
        </tr>
      </thead>
      <tbody>
        {payers.map((p) => (
          <tr key={`${p.payer} ${p.byAccount} ${p.customerId}`}>
            <td>{p.byAccount ? `account ${p.words}` : p.words}</td>
            {!ofOne && (
              <td>
                <Link to={`/customers/${p.customerId}`}>{p.customer}</Link>
              </td>
            )}
            <td className="figures">{p.times}</td>
            <td>{fromWhere(p.times, p.before)}</td>
            <td>{longDate(p.last)}</td>
            {may && (
              <td>
                <Button
                  aria-label={`Forget ${p.words} for ${p.customer}`}
                  onClick={() => void forget(p, true)}
                >
                  Forget
                </Button>
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Who pays for a customer, and how it usually does. */
export function WhoPays({ customer }: { customer: number }) {
  const { forget, problem } = useForgetting();
  const { data: session } = useQuery(sessionQuery);
  const who = useQuery(whoPaysQuery(customer));
  if (!who.data || who.data.payments + who.data.payers.length === 0) {
    return null;
  }
  return (
    <section aria-label="Who pays">
      <h2>Who pays, and how</h2>
      {who.data.habits.length > 0 && (
        <ul>
          {who.data.habits.map((h) => (
            <li key={h}>{h}</li>
          ))}
        </ul>
      )}
      {problem && <Sentence error={problem} />}
      {who.data.payers.length > 0 && (
        <PayerTable
          payers={who.data.payers}
          ofOne
          may={session?.rights.includes('POST') ?? false}
          forget={forget}
        />
      )}
    </section>
  );
}

/** So many are shown at once. */
const SHOWN = 12;

function fromWhere(times: number, before: number): string {
  return before === 0
    ? 'posted here'
    : before === times
      ? 'past payments'
      : `${before} past, ${times - before} here`;
}
