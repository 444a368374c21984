import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import styles from './SetUp.module.css';

interface Props {
  label: string;
  /** What its button does, in words. */
  words: string;
  ready: boolean;
  keep: () => void;
  leave: () => void;
  children: ReactNode;
}

/** Answers that are kept together, or left by Esc. */
export function SetUpForm({ label, words, ready, keep, leave, children }: Props) {
  return (
    <form
      className={styles.form}
      aria-label={label}
      onKeyDown={(e) => e.key === 'Escape' && leave()}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      {children}
      <span className={styles.acts}>
        <Button type="submit" variant="contained" disabled={!ready}>
          {words}
        </Button>
        <Button variant="text" onClick={leave}>
          Leave
        </Button>
      </span>
    </form>
  );
}
