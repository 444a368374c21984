import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { keepLimits, type Limits } from './rulesApi';

type Reason = Limits['reasons'][number];

const COLUMNS: [keyof Reason, string][] = [
  ['clerkTape', 'clerk, on a tape'],
  ['clerkMonth', 'clerk, customer and month'],
  ['supervisorTape', 'supervisor, on a tape'],
  ['supervisorMonth', 'supervisor, customer and month'],
];

const FIELDS: [Exclude<keyof Limits, 'reasons'>, string][] = [
  ['discountGraceDays', 'Days of grace for a discount'],
  ['lookBackMonths', 'Months back, for settled numbers'],
  ['recordedDays', 'Days from recorded to bank'],
  ['daysAhead', 'Days ahead of today, for dates'],
];

/** How far people may go without asking, and how far the machine looks. */
export function HouseLimits({ limits, may }: { limits: Limits; may: boolean }) {
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Partial<Limits>>({});
  const [problem, setProblem] = useState('');
  const reasons = typed.reasons ?? limits.reasons;

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
        Amounts hold in the currency of each sum: on a tape and on one item, and for a customer in a
        month. What the terms of an invoice or a rate of tax withheld grant counts towards none.
        What is further back, or longer under way, is not proposed; widen it when old money comes.
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <table className={page.table}>
          <thead>
            <tr>
              <th rowSpan={2}>reason</th>
              <th colSpan={2}>a clerk, up to</th>
              <th colSpan={2}>a supervisor, up to</th>
            </tr>
            <tr>
              {COLUMNS.map(([key]) => (
                <th key={key} className="figures">
                  {key.endsWith('Tape') ? 'on a tape' : 'in a month'}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {reasons.map((r, i) => (
              <tr key={r.reason}>
                <td className={styles.reason}>{r.words}</td>
                {COLUMNS.map(([key, label]) => (
                  <td key={key} className="figures">
                    <input
                      className={styles.limit}
                      aria-label={`${r.words}: ${label}`}
                      value={r[key]}
                      inputMode="decimal"
                      disabled={!may}
                      onChange={(e) =>
                        setTyped((before) => ({
                          ...before,
                          reasons: reasons.map((other, at) =>
                            at === i ? { ...other, [key]: e.target.value } : other,
                          ),
                        }))
                      }
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
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
