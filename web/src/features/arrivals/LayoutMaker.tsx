import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Empty, Loading, Sentence } from '../../components/States';
import { accountsQuery, type Arrival, sampleQuery } from './arrivalsApi';
import { EntryLayout } from './EntryLayout';
import { type Shape } from './LayoutParts';
import { PayoutColumns } from './PayoutColumns';
import styles from './Arrivals.module.css';

/** Names the columns of a CSV by looking at its first rows; nothing is guessed. */
export function LayoutMaker({ arrival }: { arrival: Arrival }) {
  const [rows, setRows] = useState<'entries' | 'payouts'>('entries');
  const [shape, setShape] = useState<Shape>({ headerLine: 1, linesAfter: 0 });
  const sample = useQuery(sampleQuery(arrival.id, shape.delimiter, shape.headerLine));
  const accounts = useQuery(accountsQuery);
  if (sample.isPending || accounts.isPending) {
    return <Loading />;
  }
  if (sample.isError || accounts.isError) {
    return <Sentence error={sample.error ?? accounts.error} retry={() => void sample.refetch()} />;
  }
  const accountId = shape.accountId ?? accounts.data[0]?.id ?? 0;
  const say = (part: Partial<Shape>) => setShape((before) => ({ ...before, ...part }));
  const questions = (
    <>
      <label>
        Its rows are{' '}
        <select
          autoFocus
          value={rows}
          onChange={(e) => setRows(e.target.value as 'entries' | 'payouts')}
        >
          <option value="entries">entries of a bank</option>
          <option value="payouts">payouts of a card processor</option>
        </select>
      </label>
      <label>
        {rows === 'entries' ? 'Account' : 'Paid into'}{' '}
        <select value={accountId} onChange={(e) => say({ accountId: Number(e.target.value) })}>
          {accounts.data.map((a) => (
            <option key={a.id} value={a.id}>
              {a.name} {a.currency}
            </option>
          ))}
        </select>
      </label>
    </>
  );
  const Maker = rows === 'entries' ? EntryLayout : PayoutColumns;
  return (
    <Maker
      key={`${rows} ${sample.data.sample.delimiter}`}
      arrival={arrival}
      sample={sample.data}
      shape={{ ...shape, accountId }}
      say={say}
      questions={questions}
    />
  );
}

interface PageProps {
  arrival: Arrival;
  title: string;
  /** What is asked, and the rows themselves. */
  children: ReactNode;
  /** Keeps what was said; there once it is complete and the trial reads the file. */
  keep: (() => Promise<unknown>) | undefined;
  keepWords: string;
  trial: { isError: boolean; error: unknown; isSuccess: boolean };
  /** Whether everything is stated, so that a trial can be made. */
  stated: boolean;
  unstated: string;
  read: ReactNode;
}

/** Questions on the left, what the file then says on the right. */
export function MakerPage(props: PageProps) {
  const { arrival, keep, trial } = props;
  const [problem, setProblem] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigate();
  const keepIt = async () => {
    setProblem('');
    try {
      await keep?.();
      await queries.invalidateQueries({ queryKey: ['arrivals'] });
      await navigate(`/arrivals/${arrival.id}`);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };
  return (
    <div className={styles.page}>
      <div className={styles.left} data-zone="layout" tabIndex={-1}>
        <h1 className={styles.title}>{props.title}</h1>
        {props.children}
        <p className={styles.acts}>
          <Button onClick={() => void navigate(`/arrivals/${arrival.id}`)}>
            Back to the files
          </Button>
        </p>
      </div>
      <aside className={styles.right} data-zone="trial" tabIndex={0} aria-label="Read so">
        {!props.stated && <Empty>{props.unstated}</Empty>}
        {props.stated && trial.isError && <Sentence error={trial.error} />}
        {problem && <Sentence error={problem} />}
        {props.stated && trial.isSuccess && (
          <>
            {props.read}
            <p className={styles.acts}>
              <Button variant="contained" onClick={() => void keepIt()}>
                {props.keepWords}
              </Button>
            </p>
          </>
        )}
      </aside>
    </div>
  );
}
