import Button from '@mui/material/Button';
import { useState } from 'react';
import { BringFile } from '../../components/BringFile';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { longDate } from '../../money/money';
import styles from './Rules.module.css';
import { bringExchangeRates, type ExchangeRate, keepExchangeRate } from './rulesApi';

const NOTHING = { date: '', of: '', in: '', rate: '' };

/** What currencies are worth, by day: stated one by one, or from a file. */
export function ExchangeRates({ rates, may }: { rates: ExchangeRate[]; may: boolean }) {
  const [typed, setTyped] = useState(NOTHING);
  const { perform, problem } = usePerform();

  const keep = async (act: () => Promise<unknown>) => {
    await perform(async () => {
      await act();
      setTyped(NOTHING);
    });
  };

  const field = (name: keyof typeof NOTHING, label: string, type?: string) => (
    <Field
      label={label}
      {...(type ? { type } : {})}
      value={typed[name]}
      change={(value) => setTyped({ ...typed, [name]: value })}
    />
  );

  return (
    <section className={styles.rule} aria-label="Exchange rates">
      <h2>Exchange rates</h2>
      <p className={page.soft}>
        An item in another currency is paid at the newest rate up to the day of the money; what was
        received more or less is an exchange difference.
      </p>
      {rates.length > 0 && (
        <table className={page.table}>
          <thead>
            <tr>
              <th>rate</th>
              <th>from</th>
              <th className="figures">known of days</th>
            </tr>
          </thead>
          <tbody>
            {rates.map((r) => (
              <tr key={r.of + r.in}>
                <td>
                  {r.of} 1 = {r.in} {r.rate}
                </td>
                <td>{longDate(r.date)}</td>
                <td className="figures">{r.days}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {rates.length === 0 && <p>No rate is known yet.</p>}
      {may && (
        <form
          className={styles.row}
          onSubmit={(e) => {
            e.preventDefault();
            void keep(() =>
              keepExchangeRate({
                ...typed,
                of: typed.of.trim().toUpperCase(),
                in: typed.in.trim().toUpperCase(),
              }),
            );
          }}
        >
          {field('of', 'One unit of')}
          {field('in', 'is worth, in')}
          {field('rate', 'so much')}
          {field('date', 'from', 'date')}
          <Button type="submit" disabled={Object.values(typed).some((v) => v.trim() === '')}>
            Keep the rate
          </Button>
        </form>
      )}
      {may && (
        <p className={page.soft}>
          <BringFile
            words="Bring in a file"
            label="A file of rates: date, of, in, rate"
            take={(text) => keep(() => bringExchangeRates(text))}
          />{' '}
          comma-separated, with the columns date, of, in, rate: 2026-11-16,EUR,USD,1.0800
        </p>
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}
