import Button from '@mui/material/Button';
import { useState } from 'react';
import { COMPARISONS, type Condition, conditionsIn, type ListField, written } from './conditions';
import { useSetting } from './useSetting';
import styles from './Conditions.module.css';

interface Props<T> {
  /** Under which name this list keeps its filters. */
  name: string;
  fields: ListField<T>[];
  conditions: Condition[];
  change: (conditions: Condition[]) => void;
}

/** Conditions that a list is narrowed by, all of which hold; kept by a name, and taken again. */
export function Conditions<T>({ name, fields, conditions, change }: Props<T>) {
  const [kept, keep] = useSetting<Record<string, string>>(`${name}-filters`, {});
  const [called, setCalled] = useState('');
  const first = fields[0];

  const put = (index: number, part: Partial<Condition>) =>
    change(conditions.map((c, i) => (i === index ? { ...c, ...part } : c)));

  const add = () => {
    if (first) {
      const how = Object.keys(COMPARISONS[first.kind])[0] ?? '';
      change([...conditions, { field: first.key, how, value: '', until: '' }]);
    }
  };

  return (
    <div className={styles.conditions} role="group" aria-label="Conditions">
      {conditions.map((c, i) => (
        <One
          key={i}
          condition={c}
          fields={fields}
          put={(part) => put(i, part)}
          remove={() => change(conditions.filter((_, at) => at !== i))}
        />
      ))}
      <div className={styles.row}>
        <Button onClick={add}>{conditions.length === 0 ? 'Add a condition' : 'And …'}</Button>
        {Object.keys(kept).length > 0 && (
          <select
            aria-label="Kept filters"
            value=""
            onChange={(e) => change(conditionsIn(kept[e.target.value] ?? ''))}
          >
            <option value="">kept filters …</option>
            {Object.keys(kept).map((k) => (
              <option key={k}>{k}</option>
            ))}
          </select>
        )}
      </div>
      {conditions.length > 0 && (
        <form
          className={styles.row}
          onSubmit={(e) => {
            e.preventDefault();
            if (called.trim()) {
              keep({ ...kept, [called.trim()]: written(conditions) });
              setCalled('');
            }
          }}
        >
          <input
            aria-label="Name of this filter"
            placeholder="name of this filter"
            value={called}
            maxLength={40}
            onChange={(e) => setCalled(e.target.value)}
          />
          <Button type="submit">Keep</Button>
          {called.trim() in kept && (
            <Button
              onClick={() => {
                const rest = Object.entries(kept).filter(([k]) => k !== called.trim());
                keep(Object.fromEntries(rest));
                setCalled('');
              }}
            >
              Forget
            </Button>
          )}
        </form>
      )}
    </div>
  );
}

interface OneProps<T> {
  condition: Condition;
  fields: ListField<T>[];
  put: (part: Partial<Condition>) => void;
  remove: () => void;
}

function One<T>({ condition, fields, put, remove }: OneProps<T>) {
  const field = fields.find((f) => f.key === condition.field) ?? fields[0];
  const kind = field?.kind ?? 'text';
  const type = kind === 'date' ? 'date' : 'text';
  const span = condition.how === 'between';
  return (
    <div className={styles.row}>
      <select
        aria-label="Field"
        value={condition.field}
        onChange={(e) => {
          const next = fields.find((f) => f.key === e.target.value);
          const how = Object.keys(COMPARISONS[next?.kind ?? 'text'])[0] ?? '';
          put({ field: e.target.value, how, value: '', until: '' });
        }}
      >
        {fields.map((f) => (
          <option key={f.key} value={f.key}>
            {f.words}
          </option>
        ))}
      </select>
      <select
        aria-label="Comparison"
        value={condition.how}
        onChange={(e) => put({ how: e.target.value })}
      >
        {Object.entries(COMPARISONS[kind]).map(([how, words]) => (
          <option key={how} value={how}>
            {words}
          </option>
        ))}
      </select>
      <input
        aria-label={span ? 'From' : 'Value'}
        type={type}
        value={condition.value}
        onChange={(e) => put({ value: e.target.value })}
      />
      {span && (
        <input
          aria-label="Until"
          type={type}
          value={condition.until}
          onChange={(e) => put({ until: e.target.value })}
        />
      )}
      <button
        type="button"
        className={styles.away}
        aria-label="Take this condition away"
        onClick={remove}
      >
        ×
      </button>
    </div>
  );
}
