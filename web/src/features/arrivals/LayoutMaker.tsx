import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Loading, Sentence } from '../../components/States';
import { accountsQuery, type Arrival, sampleQuery } from './arrivalsApi';
import { EntryLayout } from './EntryLayout';
import { type Shape } from './LayoutParts';
import { PayoutColumns } from './PayoutColumns';

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
