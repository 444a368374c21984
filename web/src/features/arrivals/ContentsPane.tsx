import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Amount } from '../../components/Amount';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { longDate, shortDate, words } from '../../money/money';
import {
  type Arrival,
  type Choices,
  type Contents,
  contentsQuery,
  type Scope,
} from './arrivalsApi';
import styles from './Arrivals.module.css';

interface Props {
  arrival: Arrival;
  scope: Scope;
  setScope: (scope: Scope) => void;
  choices: Choices;
  setChoices: (change: (before: Choices) => Choices) => void;
  drop: () => void;
}

/** What a file holds, proved before it counts. */
export function ContentsPane(props: Props) {
  const { arrival, scope } = props;
  const contents = useQuery(contentsQuery(arrival.id, scope));
  if (contents.isPending) {
    return <Loading />;
  }
  if (contents.isError) {
    return <Sentence error={contents.error} retry={() => void contents.refetch()} />;
  }
  return (
    <>
      {contents.data.statements.map((s) => (
        <Statement key={s.number} statement={s} />
      ))}
      {contents.data.list && <List {...props} list={contents.data.list} />}
      <p className={styles.acts}>
        <a href={`/api/arrivals/${arrival.id}/original`} download={arrival.fileName}>
          The original
        </a>
        {arrival.state === 'WAITING' && (
          <Button onClick={props.drop}>Take out, not accepted</Button>
        )}
      </p>
    </>
  );
}

function Statement({ statement }: { statement: Contents['statements'][number] }) {
  const s = statement;
  return (
    <>
      <Tape
        title={`Statement ${s.number}`}
        subtitle={`${s.account} · ${longDate(s.closingDate)}`}
        currency={s.currency}
        rows={[
          {
            key: 'opening',
            label: 'opening',
            minor: s.openingMinor,
            side: 0,
          },
          { key: 'in', label: `${s.countIn} in`, minor: s.inMinor, side: 1 },
          { key: 'out', label: `${s.countOut} out`, minor: -s.outMinor, side: -1 },
        ]}
        footLabel="Closing by our sum"
        footMinor={s.computedMinor}
        footLook="stated"
        after={
          <div className={styles.states}>
            <span>closing the file states</span>
            <span className="figures">{words(s.closingMinor, s.currency)} ✓</span>
          </div>
        }
      />
      <table className={styles.entries}>
        <caption className="unseen">Entries of the statement</caption>
        <tbody>
          {s.entries.map((e) => (
            <tr key={e.place}>
              <td className={styles.soft}>{shortDate(e.date)}</td>
              <td>
                {e.payer || e.text}
                {!e.booked && <em> not booked yet</em>}
              </td>
              <td className="figures">
                <Amount minor={e.amountMinor} currency={s.currency} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function List({
  list,
  arrival,
  scope,
  setScope,
  choices,
  setChoices,
}: Props & { list: NonNullable<Contents['list']> }) {
  const waiting = arrival.state === 'WAITING';
  return (
    <>
      <h2 className={styles.title}>Open items</h2>
      {waiting && (
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
