import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Empty, Loading, Sentence } from '../../components/States';
import {
  accountsQuery,
  type Arrival,
  keepLayout,
  type Layout,
  type LayoutRequest,
  type Sample,
  sampleQuery,
  trialQuery,
} from './arrivalsApi';
import { StatementTape } from './StatementStrip';
import styles from './Arrivals.module.css';

type Meaning = Layout['columns'][number];

interface Stated {
  accountId?: number;
  delimiter?: string;
  headerLine: number;
  linesAfter: number;
  columns: Meaning[];
  dateOrder?: Layout['dateOrder'];
  decimalMark?: Layout['decimalMark'];
  signRule?: Layout['signRule'];
  outMark: string;
}

const NOTHING_YET: Stated = { headerLine: 1, linesAfter: 0, columns: [], outMark: '' };

/** Names the columns of a bank's own CSV by looking at its first rows; nothing is guessed. */
export function LayoutMaker({ arrival }: { arrival: Arrival }) {
  const [stated, setStated] = useState<Stated>(NOTHING_YET);
  const sample = useQuery(sampleQuery(arrival.id, stated.delimiter));
  const accounts = useQuery(accountsQuery);
  const [problem, setProblem] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigate();
  const request = sample.data ? requestOf(stated, sample.data, accounts.data?.[0]?.id) : undefined;
  const trial = useQuery({ ...trialQuery(arrival.id, request), retry: false });

  if (sample.isPending || accounts.isPending) {
    return <Loading />;
  }
  if (sample.isError || accounts.isError) {
    return <Sentence error={sample.error ?? accounts.error} retry={() => void sample.refetch()} />;
  }
  const say = (part: Partial<Stated>) => setStated((before) => ({ ...before, ...part }));

  const keep = async () => {
    setProblem('');
    try {
      if (request) {
        await keepLayout(arrival.id, request);
        await queries.invalidateQueries({ queryKey: ['arrivals'] });
        await navigate(`/arrivals/${arrival.id}`);
      }
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  return (
    <div className={styles.page}>
      <div className={styles.left} data-zone="layout" tabIndex={-1}>
        <h1 className={styles.title}>What the columns of {arrival.fileName} hold</h1>
        <Options sample={sample.data} stated={stated} say={say}>
          <label>
            Account{' '}
            <select
              autoFocus
              value={stated.accountId ?? accounts.data[0]?.id ?? ''}
              onChange={(e) => say({ accountId: Number(e.target.value) })}
            >
              {accounts.data.map((a) => (
                <option key={a.id} value={a.id}>
                  {a.name} {a.currency}
                </option>
              ))}
            </select>
          </label>
        </Options>
        <SampleTable sample={sample.data} stated={stated} say={say} />
        <p className={styles.acts}>
          <Button onClick={() => void navigate(`/arrivals/${arrival.id}`)}>
            Back to the files
          </Button>
        </p>
      </div>
      <aside className={styles.right} data-zone="trial" tabIndex={0} aria-label="Read so">
        {!request && (
          <Empty>
            Say what the columns hold, the order of dates, the decimal mark and the sign. It is said
            once; later files with the same header are read by it.
          </Empty>
        )}
        {request && trial.isError && <Sentence error={trial.error} />}
        {problem && <Sentence error={problem} />}
        {request && trial.isSuccess && (
          <>
            {trial.data.map((s) => (
              <StatementTape key={s.number} statement={s} />
            ))}
            <p className={styles.acts}>
              <Button variant="contained" onClick={() => void keep()}>
                Keep for every file with this header
              </Button>
            </p>
          </>
        )}
      </aside>
    </div>
  );
}

/** The whole of a layout once everything is stated. */
function requestOf(
  stated: Stated,
  sample: Sample,
  firstAccount: number | undefined,
): LayoutRequest | undefined {
  const { dateOrder, decimalMark, signRule } = stated;
  const accountId = stated.accountId ?? firstAccount;
  if (!dateOrder || !decimalMark || !signRule || accountId === undefined) {
    return undefined;
  }
  return {
    accountId,
    layout: {
      delimiter: sample.sample.delimiter,
      headerLine: stated.headerLine,
      linesAfter: stated.linesAfter,
      columns: Array.from({ length: widthOf(sample) }, (_, i) => stated.columns[i] ?? 'NOTHING'),
      dateOrder,
      decimalMark,
      signRule,
      outMark: stated.outMark,
    },
  };
}

function widthOf(sample: Sample): number {
  return Math.max(...sample.sample.lines.map((l) => l.cells.length));
}

interface PartProps {
  sample: Sample;
  stated: Stated;
  say: (part: Partial<Stated>) => void;
}

function Options({ sample, stated, say, children }: PartProps & { children: React.ReactNode }) {
  const choice = (
    label: string,
    value: string | undefined,
    choices: { code: string; words: string }[],
    take: (code: string) => void,
  ) => (
    <label>
      {label}{' '}
      <select value={value ?? ''} onChange={(e) => take(e.target.value)}>
        <option value="">…</option>
        {choices.map((c) => (
          <option key={c.code} value={c.code}>
            {c.words}
          </option>
        ))}
      </select>
    </label>
  );
  const number = (label: string, value: number, min: number, take: (n: number) => void) => (
    <label>
      {label}{' '}
      <input
        type="number"
        min={min}
        max={100}
        value={value}
        onChange={(e) => take(Number(e.target.value))}
      />
    </label>
  );
  return (
    <p className={styles.options}>
      {children}
      <label>
        Columns are parted by{' '}
        <select
          value={sample.sample.delimiter}
          onChange={(e) => say({ delimiter: e.target.value, columns: [] })}
        >
          <option value=",">comma</option>
          <option value=";">semicolon</option>
          <option value={'\t'}>tab</option>
          <option value="|">upright</option>
        </select>
      </label>
      {number('The header is line', stated.headerLine, 1, (headerLine) => say({ headerLine }))}
      {number('Lines at the end left out', stated.linesAfter, 0, (linesAfter) =>
        say({ linesAfter }),
      )}
      {choice('Dates stand as', stated.dateOrder, sample.choices.dateOrders, (code) =>
        say({ dateOrder: code as Layout['dateOrder'] }),
      )}
      {choice('Before the cents stands', stated.decimalMark, sample.choices.decimalMarks, (code) =>
        say({ decimalMark: code as Layout['decimalMark'] }),
      )}
      {choice('In and out are told apart', stated.signRule, sample.choices.signRules, (code) =>
        say({ signRule: code as Layout['signRule'] }),
      )}
      {stated.signRule === 'BY_MARK' && (
        <label>
          The mark of money out{' '}
          <input value={stated.outMark} onChange={(e) => say({ outMark: e.target.value })} />
        </label>
      )}
    </p>
  );
}

function SampleTable({ sample, stated, say }: PartProps) {
  const width = widthOf(sample);
  const columns = Array.from({ length: width }, (_, i) => stated.columns[i] ?? 'NOTHING');
  return (
    <div className={styles.sample}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>line</th>
            {columns.map((meaning, i) => (
              <th key={i}>
                <select
                  aria-label={`Column ${i + 1} holds`}
                  value={meaning}
                  onChange={(e) =>
                    say({
                      columns: columns.map((m, k) => (k === i ? (e.target.value as Meaning) : m)),
                    })
                  }
                >
                  {sample.choices.meanings.map((m) => (
                    <option key={m.code} value={m.code}>
                      {m.words}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sample.sample.lines.map((l) => (
            <tr
              key={l.line}
              className={l.line === stated.headerLine ? styles.header : undefined}
              onClick={() => say({ headerLine: l.line })}
            >
              <td className={styles.soft}>{l.line}</td>
              {l.cells.map((c, i) => (
                <td key={i}>{c}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
