import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { moment } from '../../money/money';
import { sessionQuery } from '../session';
import { type Connection, connectionsQuery, fetchFiles, keepTimes } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Fetches files by date over the connections of the house. */
export function Fetch() {
  const connections = useQuery(connectionsQuery);
  const session = useQuery(sessionQuery);
  const mayChange = session.data?.rights.includes('SET_UP') ?? false;
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
      {session.data?.simulatedBank && <Link to="/simulated-bank">the simulated bank</Link>}
      {connections.data.map((c) => (
        <span key={c.name} className={styles.connection}>
          {c.asked ? (
            <Button onClick={() => void fetchFrom(c)}>Fetch from {c.name}</Button>
          ) : (
            <b>{c.name}</b>
          )}
          <span className={styles.soft}>{lastOf(c)}</span>
          {failed(c) && <span className={styles.refused}>{failed(c)}</span>}
          {c.asked && <Times connection={c} mayChange={mayChange} />}
        </span>
      ))}
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

/** When it last went well, who asked, and what came. */
function lastOf({ lastSuccess, asked }: Connection): string {
  if (!lastSuccess) {
    return asked ? 'never fetched yet' : 'nothing came yet';
  }
  const by = asked ? `, ${lastSuccess.by}` : '';
  return `last ${moment(lastSuccess.at)}${by}: ${resultOf(lastSuccess.brought, lastSuccess.known)}`;
}

/** A failure stands until an attempt goes well. */
function failed({ lastSuccess, lastFailure }: Connection): string {
  return lastFailure && (!lastSuccess || lastFailure.at > lastSuccess.at)
    ? `failed ${moment(lastFailure.at)}: ${lastFailure.failure}`
    : '';
}

/** At which times of the day it is asked by itself; a supervisor says so. */
function Times({ connection, mayChange }: { connection: Connection; mayChange: boolean }) {
  const queries = useQueryClient();
  const [adding, setAdding] = useState('');
  const [problem, setProblem] = useState('');
  const keep = async (times: string[]) => {
    setProblem('');
    try {
      await keepTimes(connection.name, times);
      setAdding('');
      await queries.invalidateQueries({ queryKey: ['connections'] });
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };
  const { times } = connection;
  return (
    <span className={styles.times}>
      {times.length === 0 && !mayChange ? 'not fetched by itself' : 'by itself at'}
      {times.map((time) => (
        <span key={time}>
          {' '}
          {time}
          {mayChange && (
            <Button
              aria-label={`No longer at ${time} from ${connection.name}`}
              onClick={() => void keep(times.filter((t) => t !== time))}
            >
              ×
            </Button>
          )}
        </span>
      ))}
      {mayChange && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (adding) {
              void keep([...times, adding]);
            }
          }}
        >
          <input
            type="time"
            aria-label={`Fetch from ${connection.name} by itself at`}
            value={adding}
            onChange={(e) => setAdding(e.target.value)}
          />
          <Button type="submit" disabled={!adding}>
            Add
          </Button>
        </form>
      )}
      {problem && <Sentence error={problem} />}
    </span>
  );
}

function daysBefore(day: string, days: number): string {
  const date = new Date(`${day || '2000-01-01'}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() - days);
  return date.toISOString().slice(0, 10);
}
