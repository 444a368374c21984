import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { keepLimits, type Limits } from './rulesApi';

type Reason = Limits['reasons'][number];
type Tables = Limits['own'];

const COLUMNS: [keyof Reason, string][] = [
  ['clerkTape', 'clerk, on a tape'],
  ['clerkMonth', 'clerk, customer and month'],
  ['supervisorTape', 'supervisor, on a tape'],
  ['supervisorMonth', 'supervisor, customer and month'],
];

const FIELDS: [Exclude<keyof Limits, 'reasons' | 'own' | 'release'>, string][] = [
  ['discountGraceDays', 'Days of grace for a discount'],
  ['lookBackMonths', 'Months back, for settled numbers'],
  ['recordedDays', 'Days from recorded to bank'],
  ['daysAhead', 'Days ahead of today, for dates'],
];

interface Props {
  limits: Limits;
  /** Of currencies that have no limits of their own. */
  beginnings: Tables;
  may: boolean;
}

/** How far people may go without asking, and how far the machine looks. */
export function HouseLimits({ limits, beginnings, may }: Props) {
  const [typed, setTyped] = useState<Partial<Limits>>({});
  const [currency, setCurrency] = useState('');
  const { perform, problem } = usePerform();
  const own = typed.own ?? limits.own;
  const others = [...limits.own, ...beginnings].filter(
    (t) => !own.some((o) => o.currency === t.currency),
  );
  const table = own.find((t) => t.currency === currency);
  const type = (more: Partial<Limits>) => setTyped((before) => ({ ...before, ...more }));

  const keep = async () => {
    await perform(async () => {
      await keepLimits({ ...limits, ...typed });
      setTyped({});
    });
  };

  const choose = (chosen: string) => {
    setCurrency(chosen);
    const begun = others.find((t) => t.currency === chosen);
    if (begun) {
      type({ own: [...own, begun] });
    }
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
        <OfWhich others={others} own={own} currency={currency} choose={choose} may={may}>
          {table && may && (
            <Button
              onClick={() => {
                type({ own: own.filter((t) => t !== table) });
                setCurrency('');
              }}
            >
              No limits of its own for {currency}
            </Button>
          )}
        </OfWhich>
        <Table
          reasons={table?.reasons ?? typed.reasons ?? limits.reasons}
          may={may}
          change={(reasons) =>
            type(
              table ? { own: own.map((t) => (t === table ? { ...t, reasons } : t)) } : { reasons },
            )
          }
        />
        <div className={styles.fields}>
          {FIELDS.map(([key, label]) => (
            <Field
              key={key}
              label={label}
              value={typed[key] ?? limits[key]}
              change={(value) => type({ [key]: value })}
              inputMode="decimal"
              disabled={!may}
            />
          ))}
        </div>
        <label className={styles.released}>
          <input
            type="checkbox"
            checked={(typed.release ?? limits.release) === 'BY_A_SECOND_PERSON'}
            disabled={!may}
            onChange={(e) => type({ release: e.target.checked ? 'BY_A_SECOND_PERSON' : 'AT_ONCE' })}
          />{' '}
          Every posting waits for a second person
        </label>
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

interface Which {
  own: Tables;
  /** That have none of their own. */
  others: Tables;
  currency: string;
  choose: (currency: string) => void;
  may: boolean;
  children: ReactNode;
}

/** For which currency the table holds; a house of one currency is not asked. */
function OfWhich({ own, others, currency, choose, may, children }: Which) {
  if (own.length === 0 && others.length < 2) {
    return null;
  }
  return (
    <div className={styles.which}>
      <label>
        Limits for{' '}
        <select value={currency} onChange={(e) => choose(e.target.value)}>
          <option value="">{own.length ? 'every other currency' : 'every currency'}</option>
          {own.map((t) => (
            <option key={t.currency}>{t.currency}</option>
          ))}
          {may &&
            others.map((t) => (
              <option key={t.currency} value={t.currency}>
                {t.currency}, its own from now on
              </option>
            ))}
        </select>
      </label>
      {children}
      {!currency && <span className={page.soft}>as in USD; 40.00 stands for 4000 in JPY</span>}
    </div>
  );
}

interface TableProps {
  reasons: Reason[];
  may: boolean;
  change: (reasons: Reason[]) => void;
}

function Table({ reasons, may, change }: TableProps) {
  return (
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
        {reasons.map((r) => (
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
                    change(
                      reasons.map((other) =>
                        other === r ? { ...other, [key]: e.target.value } : other,
                      ),
                    )
                  }
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
