import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { keepLimits, type Limits } from './rulesApi';

const FIELDS: [keyof Limits, string][] = [
  ['chargeCap', 'Charge that a bank may keep'],
  ['clerkWriteOff', 'A clerk writes off'],
  ['supervisorWriteOff', 'A supervisor writes off'],
  ['discountGraceDays', 'Days of grace for a discount'],
  ['lookBackMonths', 'Months back, for settled numbers'],
  ['recordedDays', 'Days from recorded to bank'],
];

/** How far people may go without asking, and how far the machine looks. */
export function HouseLimits({ limits, may }: { limits: Limits; may: boolean }) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Partial<Limits>>({});
  const [problem, setProblem] = useState('');

  const keep = async () => {
    setProblem('');
    try {
      await keepLimits({ ...limits, ...typed });
      setTyped({});
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };

  return (
    <section className={styles.rule} aria-label="Limits">
      <h2>Limits</h2>
      <p className={page.soft}>
        Amounts hold in the currency of each sum. What is further back, or longer under way, is not
        proposed; widen it when old money comes.
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <div className={styles.fields}>
          {FIELDS.map(([key, label]) => (
            <Field
              key={key}
              label={label}
              value={typed[key] ?? limits[key]}
              change={(value) => setTyped((before) => ({ ...before, [key]: value }))}
              inputMode="decimal"
              disabled={!may}
            />
          ))}
        </div>
        {may && (
          <Button type="submit" disabled={Object.keys(typed).length === 0}>
            Keep the limits
          </Button>
        )}
      </form>
      {problem && <Sentence error={problem} />}
    </section>
  );
}
