import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { FirstStart } from './FirstStart';
import { type Session, sessionQuery, signIn } from './sessionApi';
import styles from './SignIn.module.css';
import { Strip } from './Strip';

const BUNDLES: Record<string, string> = {
  CLERK: 'clerk, places and posts',
  SUPERVISOR: 'supervisor, closes months too',
  READER: 'reader, sees everything',
};

export function SignIn({ session }: { session: Session }) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [error, setError] = useState<unknown>();
  const enter = async (as: { name: string; password: string }) => {
    setError(undefined);
    try {
      await signIn(as);
      await queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
    } catch (e) {
      setError(e);
    }
  };
  return (
    <Strip>
      <p className={styles.motto}>What every sum is, to the cent.</p>
      {session.firstStart ? (
        <FirstStart codeWanted={session.codeWanted} done={() => void queries.invalidateQueries()} />
      ) : (
        <form
          className={styles.form}
          onSubmit={(e) => {
            e.preventDefault();
            void enter({ name, password });
          }}
        >
          <Field label="Name" value={name} change={setName} autoComplete="username" first />
          <Field
            label="Password"
            type="password"
            value={password}
            change={setPassword}
            autoComplete="current-password"
          />
          {error !== undefined && <Sentence error={error} />}
          <Button type="submit" variant="contained">
            Sign in
          </Button>
        </form>
      )}
      {session.demoPeople.length > 0 && (
        <section className={styles.demo} aria-label="People of the demonstration house">
          <h2>A house to try</h2>
          <p>Tarnwick Clay &amp; Kiln is invented, and so is everybody in it. Come in as</p>
          <ul>
            {session.demoPeople.map((p) => (
              <li key={p.name}>
                <Button onClick={() => void enter(p)}>{p.name}</Button>
                <span>{BUNDLES[p.bundle]}</span>
              </li>
            ))}
          </ul>
          <p>
            or by name with the password <code>{session.demoPeople[0]?.password}</code>
          </p>
        </section>
      )}
    </Strip>
  );
}
