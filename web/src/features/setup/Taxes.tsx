import Button from '@mui/material/Button';
import { useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { longDate } from '../../money/money';
import styles from './SetUp.module.css';
import { SetUpForm } from './SetUpForm';
import { type Account, addTaxCode, setTaxRate, type TaxCode } from './setupApi';

interface Props {
  taxCodes: TaxCode[];
  accounts: Account[];
}

/** Tax codes, each with its rates from a day on. */
export function Taxes({ taxCodes, accounts }: Props) {
  const [said, setSaid] = useState<'rate' | 'code'>();
  const { perform, problem } = usePerform();
  const keep = (act: () => Promise<unknown>) =>
    void perform(async () => {
      await act();
      setSaid(undefined);
    });
  return (
    <section className={styles.part} aria-label="Taxes">
      <p className={page.soft}>
        How much of an amount is tax. A rate holds from its day on, until the next; what was posted
        keeps the tax that it had.
      </p>
      <table className={page.table}>
        <thead>
          <tr>
            <th>code</th>
            <th>name</th>
            <th>account</th>
            <th>rates</th>
          </tr>
        </thead>
        <tbody>
          {taxCodes.map((t) => (
            <tr key={t.code}>
              <td>{t.code}</td>
              <td>{t.words}</td>
              <td>{t.account}</td>
              <td>{t.rates.map((r) => `${r.percent} % from ${longDate(r.from)}`).join(' · ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!said && (
        <span className={styles.acts}>
          <Button onClick={() => setSaid('rate')}>Set a rate</Button>
          <Button onClick={() => setSaid('code')}>Add a tax code</Button>
        </span>
      )}
      {said === 'rate' && (
        <RateForm taxCodes={taxCodes} keep={keep} leave={() => setSaid(undefined)} />
      )}
      {said === 'code' && (
        <CodeForm accounts={accounts} keep={keep} leave={() => setSaid(undefined)} />
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}

interface FormProps {
  keep: (act: () => Promise<unknown>) => void;
  leave: () => void;
}

function RateForm({ taxCodes, keep, leave }: FormProps & { taxCodes: TaxCode[] }) {
  const [rate, setRate] = useState({ code: taxCodes[0]?.code ?? '', from: '', percent: '' });
  const set = (more: Partial<typeof rate>) => setRate((r) => ({ ...r, ...more }));
  return (
    <SetUpForm
      label="A rate"
      words="Keep the rate"
      ready={rate.percent.trim() !== '' && rate.from !== ''}
      keep={() => keep(() => setTaxRate(rate))}
      leave={leave}
    >
      <div className={styles.row}>
        <Choice
          label="Tax"
          value={rate.code}
          options={taxCodes.map((t) => ({ value: t.code, words: t.words }))}
          change={(code) => set({ code })}
        />
        <Field first label="Per cent" value={rate.percent} change={(percent) => set({ percent })} />
        <Field label="From" type="date" value={rate.from} change={(from) => set({ from })} />
      </div>
    </SetUpForm>
  );
}

function CodeForm({ accounts, keep, leave }: FormProps & { accounts: Account[] }) {
  const [tax, setTax] = useState({ code: '', words: '', account: '', from: '', percent: '' });
  const set = (more: Partial<typeof tax>) => setTax((t) => ({ ...t, ...more }));
  return (
    <SetUpForm
      label="A new tax code"
      words="Keep the tax code"
      ready={Object.values(tax).every((v) => v.trim() !== '')}
      keep={() => keep(() => addTaxCode(tax))}
      leave={leave}
    >
      <div className={styles.row}>
        <Field
          first
          label="Code"
          value={tax.code}
          change={(code) => set({ code })}
          maxLength={12}
        />
        <Field label="Name" value={tax.words} change={(words) => set({ words })} maxLength={60} />
        <Choice
          label="Account that bears it"
          value={tax.account}
          otherwise="choose one"
          options={accounts
            .filter((a) => a.byHand)
            .map((a) => ({ value: a.code, words: `${a.number} ${a.name}` }))}
          change={(account) => set({ account })}
        />
        <Field label="Per cent" value={tax.percent} change={(percent) => set({ percent })} />
        <Field label="From" type="date" value={tax.from} change={(from) => set({ from })} />
        <Button
          type="submit"
          variant="contained"
          disabled={Object.values(tax).some((v) => v.trim() === '')}
        >
          Keep the tax code
        </Button>
        <Button variant="text" onClick={leave}>
          Leave
        </Button>
      </div>
    </SetUpForm>
  );
}
