import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Loading, Sentence } from '../../components/States';
import { accountsQuery, type Arrival, type Cut, type Sample, sampleQuery } from './arrivalsApi';
import { EntryLayout } from './EntryLayout';
import { type Shape } from './LayoutParts';
import { ListColumns } from './ListColumns';
import { PayoutColumns } from './PayoutColumns';

type Rows = 'entries' | 'payouts' | Sample['guesses'][number]['list'];

/** Names the columns of a file by looking at its first rows. */
export function LayoutMaker({ arrival }: { arrival: Arrival }) {
  const [said, setSaid] = useState<Rows>();
  const [cut, setCut] = useState<Cut>({});
  const [shape, setShape] = useState<Pick<Shape, 'accountId' | 'linesAfter'>>({ linesAfter: 0 });
  const sample = useQuery(sampleQuery(arrival.id, cut));
  const accounts = useQuery(accountsQuery);
  if (sample.isPending || accounts.isPending) {
    return <Loading />;
  }
  if (sample.isError || accounts.isError) {
    return <Sentence error={sample.error ?? accounts.error} retry={() => void sample.refetch()} />;
  }
  const { sheets, sheet, guesses, choices } = sample.data;
  const rows = said ?? rowsOf(sample.data);
  const guess = guesses.find((g) => g.list === rows);
  const accountId = shape.accountId ?? accounts.data[0]?.id ?? 0;
  const say = ({ accountId: account, linesAfter, ...other }: Partial<Shape>) => {
    setCut((before) => ({ ...before, ...other }));
    setShape((before) => ({
      accountId: account ?? before.accountId,
      linesAfter: linesAfter ?? before.linesAfter,
    }));
  };
  const questions = (
    <>
      <label>
        Its rows are{' '}
        <select autoFocus value={rows} onChange={(e) => setSaid(e.target.value as Rows)}>
          {choices.lists.map((l) => (
            <option key={l.code} value={l.code}>
              {l.words}
            </option>
          ))}
          <option value="entries">entries of a bank</option>
          <option value="payouts">payouts of a card processor</option>
        </select>
      </label>
      {sheets.length > 1 && (
        <label>
          Sheet{' '}
          <select value={sheet} onChange={(e) => setCut({ sheet: Number(e.target.value) })}>
            {sheets.map((name, i) => (
              <option key={name} value={i}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {!guess && (
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
      )}
    </>
  );
  const props = {
    arrival,
    sample: sample.data,
    shape: {
      ...cut,
      accountId,
      linesAfter: shape.linesAfter,
      headerLine: cut.headerLine ?? guess?.headerLine ?? 1,
    },
    say,
    questions,
  };
  const key = `${rows} ${sample.data.sample.delimiter} ${sheet}`;
  if (guess) {
    const currency = accounts.data[0]?.currency ?? '';
    return <ListColumns key={key} {...props} guess={guess} currency={currency} />;
  }
  const Maker = rows === 'entries' ? EntryLayout : PayoutColumns;
  return <Maker key={key} {...props} />;
}

/** As it was read so far; else the list that the header speaks of, where it has all of one. */
function rowsOf({ layout, payouts, list, guesses }: Sample): Rows {
  if (list) {
    return list.layout.list;
  }
  if (layout || payouts) {
    return layout ? 'entries' : 'payouts';
  }
  return guesses[0]?.complete ? guesses[0].list : 'entries';
}
