import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Empty, Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { moment } from '../../money/money';
import { closeMonth, monthsQuery, reopenMonth } from './booksApi';

/** Months that are closed: nothing is posted into them until a supervisor reopens one. */
export function Months() {
  const months = useQuery(monthsQuery);
  const [month, setMonth] = useState('');
  const [reason, setReason] = useState('');
  const { perform, problem } = usePerform();
  const [doing, setDoing] = useState<'' | 'closing' | 'reopening'>('');

  const attempt = async (what: 'closing' | 'reopening', act: () => Promise<unknown>) => {
    setDoing(what);
    await perform(() => act().finally(() => setDoing('')));
  };

  if (months.isPending) {
    return <Loading />;
  }
  if (months.isError) {
    return <Sentence error={months.error} retry={() => void months.refetch()} />;
  }
  return (
    <>
      <div className={page.head}>
        <Field label="Month" type="month" value={month} change={setMonth} />
        <Button
          onClick={() => void attempt('closing', () => closeMonth(month))}
          disabled={month === '' || doing !== ''}
        >
          {doing === 'closing' ? 'Proving the books …' : 'Close the month'}
        </Button>
        <Field label="Reason to reopen it" value={reason} change={setReason} />
        <Button
          onClick={() => void attempt('reopening', () => reopenMonth(month, reason))}
          disabled={month === '' || reason === '' || doing !== ''}
        >
          Reopen
        </Button>
      </div>
      {problem && <Sentence error={problem} />}
      {months.data.length === 0 && <Empty>No month is closed yet.</Empty>}
      {months.data.length > 0 && (
        <table className={page.table}>
          <thead>
            <tr>
              <th>month</th>
              <th>state</th>
              <th>supervisor</th>
              <th>when</th>
              <th>reason</th>
            </tr>
          </thead>
          <tbody>
            {months.data.map((m) => (
              <tr key={m.month}>
                <td>{m.month}</td>
                <td>{m.closed ? 'closed' : 'reopened'}</td>
                <td>{m.supervisor}</td>
                <td>{moment(m.changedAt)}</td>
                <td>{m.reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
