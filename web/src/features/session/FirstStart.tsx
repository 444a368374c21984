import Button from '@mui/material/Button';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { setUp, signIn } from './sessionApi';
import styles from './SignIn.module.css';

const EMPTY = {
  house: '',
  person: '',
  password: '',
  bank: '',
  accountNumber: '',
  currency: 'USD',
  date: '',
  balance: '',
  code: '',
};

interface Props {
  /** Whether the code from the console is asked for. */
  codeWanted: boolean;
  done: () => void;
}

/** The questions of a first start: the house, its first person, its first bank account. */
export function FirstStart({ codeWanted, done }: Props) {
  const [answers, setAnswers] = useState(EMPTY);
  const [error, setError] = useState<unknown>();
  const answer = (key: keyof typeof EMPTY) => ({
    value: answers[key],
    change: (value: string) => setAnswers((a) => ({ ...a, [key]: value })),
    required: true,
  });
  const begin = async () => {
    setError(undefined);
    try {
      const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
      await setUp({ ...answers, zone });
      await signIn({ name: answers.person, password: answers.password });
      done();
    } catch (e) {
      setError(e);
    }
  };
  return (
    <form
      className={styles.form}
      onSubmit={(e) => {
        e.preventDefault();
        void begin();
      }}
    >
      <p>
        Nobody is here yet. These answers begin the house; more accounts and people follow under
        Set-up.
      </p>
      {codeWanted && (
        <Field label="The code that stands in the console of the house" {...answer('code')} />
      )}
      <Field label="Name of the house" {...answer('house')} first />
      <Field label="Your name, to sign in with" {...answer('person')} autoComplete="username" />
      <Field
        label="A password of at least 10 characters"
        type="password"
        {...answer('password')}
        autoComplete="new-password"
      />
      <Field label="First bank account, as you call it" {...answer('bank')} />
      <Field label="Its number or IBAN, as statements name it" {...answer('accountNumber')} />
      <Field label="Its currency" {...answer('currency')} maxLength={3} />
      <Field label="It begins here on" type="date" {...answer('date')} />
      <Field label="Balance at the beginning of that day" {...answer('balance')} />
      {error !== undefined && <Sentence error={error} />}
      <Button type="submit" variant="contained">
        Begin
      </Button>
    </form>
  );
}
