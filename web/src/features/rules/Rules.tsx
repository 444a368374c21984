import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { Field } from '../../components/Field';
import { Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { sessionQuery } from '../session';
import { ExchangeRates } from './ExchangeRates';
import { HouseLimits } from './HouseLimits';
import { Learned } from './Learned';
import { PapersWanted } from './PapersWanted';
import { Payers } from './Payers';
import { PersonLimits } from './PersonLimits';
import { Reasons } from './Reasons';
import styles from './Rules.module.css';
import { dropHouseList, keepHouseList, keepRates, rulesQuery } from './rulesApi';
import { SilentSteps } from './SilentSteps';

/** What the house lays down about how its money is read. */
export function Rules() {
  const rules = useQuery(rulesQuery);
  const { data: session } = useQuery(sessionQuery);
  const may = session?.rights.includes('RULES') ?? false;
  if (rules.isPending) {
    return <Loading />;
  }
  if (rules.isError) {
    return <Sentence error={rules.error} retry={() => void rules.refetch()} />;
  }
  return (
    <div className={page.page}>
      <div className={page.head}>
        <h1>Rules</h1>
      </div>
      <section className={styles.rule} aria-label="Payments that name nothing">
        <h2>Payments that name nothing</h2>
        <p className={page.soft}>
          The payer is known, and nothing says what the money is for: the first step that finds
          something is followed. What only the list says is never among the sure ones.
        </p>
        <SilentSteps
          view={rules.data.silent}
          otherwise="No list is set: each is read by what is likely."
          begin="Set a list"
          keep={keepHouseList}
          drop={dropHouseList}
        />
        {rules.data.agreed.length > 0 && (
          <table className={page.table}>
            <caption className="unseen">Agreed with customers</caption>
            <thead>
              <tr>
                <th>agreed with</th>
                <th>list</th>
              </tr>
            </thead>
            <tbody>
              {rules.data.agreed.map((a) => (
                <tr key={a.customerId}>
                  <td>
                    <Link to={`/customers/${a.customerId}`}>{a.customer}</Link>
                  </td>
                  <td>{a.words}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <Withheld key={rules.data.withheld} rates={rules.data.withheld} may={may} />
      <Payers may={session?.rights.includes('POST') ?? false} />
      <ExchangeRates rates={rules.data.exchange} may={may} />
      <Reasons reasons={rules.data.reasons} accounts={rules.data.accounts} may={may} />
      <HouseLimits limits={rules.data.limits} beginnings={rules.data.beginnings} may={may} />
      <PersonLimits people={rules.data.people} reasons={rules.data.reasons} may={may} />
      <PapersWanted key={JSON.stringify(rules.data.papers)} papers={rules.data.papers} may={may} />
      <Learned may={may} />
    </div>
  );
}

function Withheld({ rates, may }: { rates: string; may: boolean }) {
  const [withheld, setWithheld] = useState(rates);
  const { perform, problem } = usePerform();

  const keep = async () => {
    await perform(() => keepRates(withheld));
  };

  return (
    <section className={styles.rule} aria-label="Tax that customers withhold">
      <h2>Tax that customers withhold</h2>
      <p className={page.soft}>
        A payment that is short by exactly one of these rates is read as tax withheld, of the price
        without tax or of all of it.
      </p>
      <form
        className={styles.row}
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Field
          label="Rates in per cent, such as 20 2.5"
          value={withheld}
          change={setWithheld}
          disabled={!may}
        />
        {may && (
          <Button type="submit" disabled={withheld === rates}>
            Keep the rates
          </Button>
        )}
      </form>
      {problem && <Sentence error={problem} />}
    </section>
  );
}
