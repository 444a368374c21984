import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { Field } from '../../components/Field';
import { Loading, Sentence } from '../../components/States';
import { invitedQuery, sessionQuery, setPassword, signIn } from './sessionApi';
import styles from './SignIn.module.css';
import { Strip } from './Strip';

/** Where the link of an invitation leads: the password is set, and its person is let in. */
export function Welcome() {
  const token = useLocation().hash.slice(1);
  const invited = useQuery(invitedQuery(token));
  const [password, change] = useState('');
  const [error, setError] = useState<unknown>();
  const queries = useQueryClient();
  const navigate = useNavigate();

  const begin = async (name: string) => {
    setError(undefined);
    try {
      await setPassword(token, password);
      await signIn({ name, password });
      await queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
      await navigate('/desk', { replace: true });
    } catch (e) {
      setError(e);
    }
  };

  return (
    <Strip>
      {invited.isPending && <Loading />}
      {invited.isError && <Sentence error={invited.error} />}
      {invited.data && (
        <form
          className={styles.form}
          onSubmit={(e) => {
            e.preventDefault();
            void begin(invited.data.name);
          }}
        >
          <p>
            Welcome to {invited.data.house}, {invited.data.name}. Set the password with which you
            sign in.
          </p>
          <input type="hidden" name="username" autoComplete="username" value={invited.data.name} />
          <Field
            first
            label="A password of at least 10 characters"
            type="password"
            autoComplete="new-password"
            required
            value={password}
            change={change}
          />
          {error !== undefined && <Sentence error={error} />}
          <Button type="submit" variant="contained">
            Set it and come in
          </Button>
        </form>
      )}
    </Strip>
  );
}
