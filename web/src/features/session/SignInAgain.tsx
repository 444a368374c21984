import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { onSignedOut } from '../../api/client';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { signIn } from './sessionApi';
import styles from './SignIn.module.css';

/** A session ends while somebody works: they sign in over the page, which stays as it is. */
export function SignInAgain({ name }: { name: string }) {
  const queries = useQueryClient();
  const [out, setOut] = useState(false);
  const [password, setPassword] = useState('');
  const [error, setError] = useState<unknown>();
  useEffect(() => onSignedOut(() => setOut(true)), []);
  if (!out) {
    return null;
  }
  const enter = async () => {
    setError(undefined);
    try {
      await signIn({ name, password });
      setOut(false);
      setPassword('');
      await queries.invalidateQueries();
    } catch (e) {
      setError(e);
    }
  };
  return (
    <div className={styles.again} role="dialog" aria-label="Sign in again" aria-modal>
      <form
        className={styles.strip}
        onSubmit={(e) => {
          e.preventDefault();
          void enter();
        }}
      >
        <h2>You are signed out, {name}</h2>
        <p className={styles.motto}>
          What stands on the page stays as it is. Sign in, and go on with it.
        </p>
        <div className={styles.form}>
          <Field
            label="Password"
            type="password"
            value={password}
            change={setPassword}
            autoComplete="current-password"
            first
          />
          {error !== undefined && <Sentence error={error} />}
          <Button type="submit" variant="contained">
            Sign in
          </Button>
          <Button variant="text" onClick={() => window.location.assign('/')}>
            Leave the page, as somebody else
          </Button>
        </div>
      </form>
    </div>
  );
}
