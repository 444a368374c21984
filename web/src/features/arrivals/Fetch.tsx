import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { moment } from '../../money/money';
import { sessionQuery } from '../session';
import { type Connection, connectionsQuery, fetchFiles } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Fetches files by date over the connections of the house. */
export function Fetch() {
  const connections = useQuery(connectionsQuery);
  const session = useQuery(sessionQuery);
  const today = session.data?.businessDate ?? '';
  const [from, setFrom] = useState<string>();
  const [to, setTo] = useState<string>();
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState('');
  const queries = useQueryClient();
  if (!connections.data || connections.data.length === 0) {
    return null;
  }
  const range = { from: from ?? daysBefore(today, 6), to: to ?? today };

  const fetchFrom = async (connection: Connection) => {
    setProblem('');
    setSaid(`Fetching from ${connection.name} …`);
    try {
      const done = await fetchFiles(connection.name, range);
      setSaid(done.failure ? '' : resultOf(done.brought, done.known));
      setProblem(done.failure);
    } catch (e) {
      setSaid('');
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };

  return (
    <section className={styles.fetch} aria-label="Fetch files">
      <label>
        Files from{' '}
        <input type="date" value={range.from} onChange={(e) => setFrom(e.target.value)} />
      </label>
      <label>
        to <input type="date" value={range.to} onChange={(e) => setTo(e.target.value)} />
      </label>
      {connections.data.map((c) => (
        <span key={c.name} className={styles.connection}>
          <Button onClick={() => void fetchFrom(c)}>Fetch from {c.name}</Button>
          <span className={styles.soft}>{stateOf(c)}</span>
        </span>
      ))}
      {session.data?.simulatedBank && <Link to="/simulated-bank">the simulated bank</Link>}
      {said && <span role="status">{said}</span>}
      {problem && <Sentence error={problem} />}
    </section>
  );
}

function resultOf(brought: number, known: number): string {
  const files = (count: number) => `${count} file${count === 1 ? '' : 's'}`;
  return known === 0
    ? `${files(brought)} came in.`
    : `${files(brought)} came in, ${files(known)} had come before.`;
}

/** How the last attempt went; a failure stands until an attempt goes well. */
function stateOf({ lastSuccess, lastFailure }: Connection): string {
  if (lastFailure && (!lastSuccess || lastFailure.at > lastSuccess.at)) {
    return `failed ${moment(lastFailure.at)}`;
  }
  return lastSuccess ? `last ${moment(lastSuccess.at)}` : 'never yet';
}

function daysBefore(day: string, days: number): string {
  const date = new Date(`${day || '2000-01-01'}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() - days);
  return date.toISOString().slice(0, 10);
}
