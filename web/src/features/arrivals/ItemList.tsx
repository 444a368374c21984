import { words } from '../../money/money';
import type { Arrival, Choices, Contents, Scope } from './arrivalsApi';
import styles from './Arrivals.module.css';

interface Props {
  list: NonNullable<Contents['list']>;
  arrival: Arrival;
  scope: Scope;
  setScope: (scope: Scope) => void;
  choices: Choices;
  setChoices: (change: (before: Choices) => Choices) => void;
}

/** A list of open items held against the books, with a choice where the two disagree. */
export function ItemList({ list, arrival, scope, setScope, choices, setChoices }: Props) {
  const waiting = arrival.state === 'WAITING';
  const unlike = list.newCount + list.changedCount + list.differsCount + list.goneCount;
  return (
    <>
      <h2 className={styles.title}>Open items</h2>
      {waiting && arrival.kind.startsWith('list') && (
        <fieldset className={styles.scope}>
          <legend>This list names</legend>
          {(['CHANGES_ONLY', 'COMPLETE'] as const).map((s) => (
            <label key={s}>
              <input type="radio" checked={scope === s} onChange={() => setScope(s)} />
              {s === 'COMPLETE' ? 'everything that is open' : 'only what is new or changed'}
            </label>
          ))}
        </fieldset>
      )}
      <p>
        {list.newCount} new, {list.agreesCount} as in our books, {list.changedCount} with another
        total, {list.differsCount} open otherwise, {list.goneCount} gone from the list.
        {unlike > list.rows.length && ` The first ${list.rows.length} of ${unlike} rows are shown.`}
      </p>
      <table className={styles.entries}>
        <thead>
          <tr>
            <th>item</th>
            <th className="figures">list</th>
            <th className="figures">ours</th>
            <th>what is done</th>
          </tr>
        </thead>
        <tbody>
          {list.rows.map((r) => (
            <tr key={r.number}>
              <td>
                {r.number} <span className={styles.soft}>{r.customer}</span>
              </td>
              <td className="figures">{words(r.listMinor, r.currency)}</td>
              <td className="figures">
                {r.finding === 'NEW' ? '' : words(r.oursMinor, r.currency)}
              </td>
              <td>
                {r.question && waiting ? (
                  <select
                    aria-label={`What is done about ${r.number}`}
                    value={choices[r.number] ?? 'KEEP_OURS'}
                    onChange={(e) =>
                      setChoices((c) => ({
                        ...c,
                        [r.number]: e.target.value as Choices[string],
                      }))
                    }
                  >
                    <option value="KEEP_OURS">keep ours</option>
                    <option value="SETTLED_ELSEWHERE">settled elsewhere</option>
                  </select>
                ) : (
                  FINDINGS[r.finding]
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

const FINDINGS: Record<string, string> = {
  NEW: 'new',
  TOTAL_CHANGED: 'total taken over',
  OPEN_DIFFERS: 'ours kept',
  GONE: 'ours kept',
};
