import Button from '@mui/material/Button';
import { type ReactNode } from 'react';
import { sentenceOf } from '../api/client';
import styles from './States.module.css';

/** Something is on its way. */
export function Loading() {
  return (
    <p className={styles.quiet} role="status">
      Reading …
    </p>
  );
}

/** There is nothing here, and what to do next. */
export function Empty({ children }: { children: ReactNode }) {
  return <p className={styles.quiet}>{children}</p>;
}

/** What went wrong, in a sentence, with a way to try again. */
export function Sentence({ error, retry }: { error: unknown; retry?: () => void }) {
  return (
    <div className={styles.wrong} role="alert">
      <span>{typeof error === 'string' ? error : sentenceOf(error)}</span>
      {retry && <Button onClick={retry}>Try again</Button>}
    </div>
  );
}
