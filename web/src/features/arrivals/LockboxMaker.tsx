import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Loading, Sentence } from '../../components/States';
import { DepositTape } from '../deposits';
import {
  accountsQuery,
  type Arrival,
  keepLockbox,
  linesQuery,
  type LockboxRequest,
  lockboxQuery,
  lockboxTrialQuery,
} from './arrivalsApi';
import { MakerPage } from './MakerPage';
import { Count } from './LayoutParts';
import styles from './Arrivals.module.css';

const RECORDS: Record<string, string> = {
  '5': 'begins a batch',
  '6': 'a cheque',
  '4': 'what it covers',
  '7': 'closes a batch',
  '8': 'closes a lockbox',
  '9': 'closes the file',
};

/** Counts the columns: a dot for each, a colon at the fives, the tens in figures. */
function ruler(width: number): string {
  return Array.from({ length: width }, (_, i) => {
    const column = i + 1;
    return column % 10 === 0 ? String((column / 10) % 10) : column % 5 === 0 ? ':' : '·';
  }).join('');
}

/** Sets a lockbox up: its account, and the columns in which its bank writes what. */
export function LockboxMaker({ arrival }: { arrival: Arrival }) {
  const lockbox = useQuery(lockboxQuery(arrival.id));
  const accounts = useQuery(accountsQuery);
  const lines = useQuery(linesQuery(arrival.id, { line: 1 }));
  const [changed, setChanged] = useState<Partial<LockboxRequest>>({});
  const usual = lockbox.data?.layout;
  const request = usual && {
    ...usual,
    accountId: usual.accountId || (accounts.data?.[0]?.id ?? 0),
    ...changed,
  };
  const trial = useQuery({ ...lockboxTrialQuery(arrival.id, request), retry: false });
  if (lockbox.isPending || accounts.isPending) {
    return <Loading />;
  }
  if (lockbox.isError || accounts.isError || !request) {
    return (
      <Sentence error={lockbox.error ?? accounts.error} retry={() => void lockbox.refetch()} />
    );
  }
  const say = (part: Partial<LockboxRequest>) => setChanged((before) => ({ ...before, ...part }));
  return (
    <MakerPage
      arrival={arrival}
      title={`Lockbox ${lockbox.data.boxes.join(', ')}`}
      stated
      unstated=""
      trial={trial}
      keep={() => keepLockbox(arrival.id, request)}
      keepWords="Keep for every file of this lockbox"
      read={trial.data?.map((d) => (
        <DepositTape key={d.reference} deposit={d} />
      ))}
    >
      <p className={styles.options}>
        <label>
          Paid into{' '}
          <select
            autoFocus
            value={request.accountId}
            onChange={(e) => say({ accountId: Number(e.target.value) })}
          >
            {accounts.data.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name} {a.currency}
              </option>
            ))}
          </select>
        </label>
        <Count
          label="Columns of a record"
          value={request.width}
          min={40}
          max={1000}
          take={(width) => say({ width })}
        />
        <Count
          label="Invoices in a record 4"
          value={request.detailTimes}
          min={1}
          take={(detailTimes) => say({ detailTimes })}
        />
        <Count
          label="each so many columns on"
          value={request.detailEvery}
          min={0}
          take={(detailEvery) => say({ detailEvery })}
        />
      </p>
      <pre className={styles.records} tabIndex={0} aria-label="The first records">
        {[ruler(request.width), ...(lines.data ?? []).slice(0, 8).map((l) => l.text)].join('\n')}
      </pre>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>record</th>
            <th>field</th>
            <th>from column</th>
            <th>to column</th>
          </tr>
        </thead>
        <tbody>
          {lockbox.data.choices.map((choice, i) => {
            const span = request.fields[i];
            const set = (part: { from?: number; to?: number }) =>
              say({
                fields: request.fields.map((f) =>
                  f.field === choice.field ? { ...f, ...part } : f,
                ),
              });
            return (
              <tr key={choice.field}>
                <td>
                  {choice.recordType}{' '}
                  <span className={styles.soft}>{RECORDS[choice.recordType]}</span>
                </td>
                <td>{choice.words}</td>
                {(['from', 'to'] as const).map((end) => (
                  <td key={end}>
                    <input
                      type="number"
                      aria-label={`${choice.words} of record ${choice.recordType}, ${end} column`}
                      min={0}
                      max={request.width}
                      value={span?.[end] ?? 0}
                      onChange={(e) => set({ [end]: Number(e.target.value) })}
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className={styles.soft}>A field that your bank does not send begins in column 0.</p>
    </MakerPage>
  );
}
