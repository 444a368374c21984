import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ClipboardEvent, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { accountsQuery, type Typed, typeEntries } from './arrivalsApi';
import styles from './Arrivals.module.css';

const COLUMNS = ['date', 'amount, below zero is out', 'payer', 'text', 'reference'];
const EMPTY = COLUMNS.map(() => '');

/** Entries that no file brings: typed as rows, or pasted from a sheet into the first cell. */
export function TypedRows() {
  const accounts = useQuery(accountsQuery);
  const [account, setAccount] = useState<number>();
  const [dateOrder, setDateOrder] = useState<Typed['dateOrder'] | ''>('');
  const [decimalMark, setDecimalMark] = useState<Typed['decimalMark'] | ''>('');
  const [rows, setRows] = useState<string[][]>([EMPTY]);
  const [problem, setProblem] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigateWithin('/arrivals');
  const accountId = account ?? accounts.data?.[0]?.id;

  const change = (row: number, column: number, text: string) => {
    const next = rows.map((r, i) => (i === row ? r.map((c, k) => (k === column ? text : c)) : r));
    const last = next.at(-1);
    setRows(last?.some((c) => c !== '') ? [...next, EMPTY] : next);
  };

  const paste = (event: ClipboardEvent, row: number) => {
    const text = event.clipboardData.getData('text');
    if (/[\t\n]/.test(text.trim())) {
      event.preventDefault();
      const pasted = text
        .split(/\r?\n/)
        .filter((l) => l.trim() !== '')
        .map((l) => COLUMNS.map((_, k) => l.split('\t')[k] ?? ''));
      setRows([...rows.slice(0, row), ...pasted, EMPTY]);
    }
  };

  const send = async () => {
    setProblem('');
    if (accountId === undefined || dateOrder === '' || decimalMark === '') {
      setProblem('Say first in which order the dates stand, and what stands before the cents.');
      return;
    }
    try {
      const filled = rows.filter((r) => r.some((c) => c.trim() !== ''));
      const arrival = await typeEntries({ accountId, dateOrder, decimalMark, rows: filled });
      await queries.invalidateQueries({ queryKey: ['arrivals'] });
      await navigate(`/arrivals/${arrival.id}`);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  return (
    <div className={styles.typed} data-zone="typed" tabIndex={-1}>
      <h1 className={styles.title}>Bank entries that no file brings</h1>
      <p className={styles.options}>
        <label>
          Account{' '}
          <select value={accountId ?? ''} onChange={(e) => setAccount(Number(e.target.value))}>
            {accounts.data?.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name} {a.currency}
              </option>
            ))}
          </select>
        </label>
        <label>
          Dates stand as{' '}
          <select
            value={dateOrder}
            onChange={(e) => setDateOrder(e.target.value as Typed['dateOrder'])}
          >
            <option value="">…</option>
            <option value="YEAR_MONTH_DAY">year, month, day</option>
            <option value="DAY_MONTH_YEAR">day, month, year</option>
            <option value="MONTH_DAY_YEAR">month, day, year</option>
          </select>
        </label>
        <label>
          Before the cents stands{' '}
          <select
            value={decimalMark}
            onChange={(e) => setDecimalMark(e.target.value as Typed['decimalMark'])}
          >
            <option value="">…</option>
            <option value="POINT">.</option>
            <option value="COMMA">,</option>
          </select>
        </label>
      </p>
      <table className={styles.table}>
        <thead>
          <tr>
            {COLUMNS.map((c) => (
              <th key={c}>{c}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={r}>
              {row.map((cell, c) => (
                <td key={c}>
                  <input
                    aria-label={`${COLUMNS[c]}, row ${r + 1}`}
                    autoFocus={r === 0 && c === 0}
                    value={cell}
                    onChange={(e) => change(r, c, e.target.value)}
                    onPaste={(e) => paste(e, r)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {problem && <Sentence error={problem} />}
      <p className={styles.acts}>
        <Button variant="contained" onClick={() => void send()}>
          Read these rows
        </Button>
        <Button onClick={() => void navigate('/arrivals')}>Back to the files</Button>
      </p>
    </div>
  );
}
