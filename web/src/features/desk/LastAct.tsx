import Button from '@mui/material/Button';
import { type ReactNode } from 'react';
import { Key } from '../../components/Key';
import styles from './Work.module.css';

interface Props {
  /** How one goes away without it, where that is no matter of the page. */
  leave?: () => void;
  /** Takes back the last step; there is none on an untouched tape. */
  undo?: (() => void) | undefined;
  busy: boolean;
  act: () => void;
  /** What is done, in words. */
  children: ReactNode;
}

/** At the foot of a tape: a step back, and the act that finishes it. */
export function LastAct({ leave, undo, busy, act, children }: Props) {
  return (
    <div className={styles.lastAct}>
      {leave && (
        <Button variant="text" onClick={leave}>
          Leave
        </Button>
      )}
      {undo && (
        <Button variant="text" onClick={undo}>
          Take back a step<Key>Ctrl Z</Key>
        </Button>
      )}
      <Button variant="contained" className={styles.post} disabled={busy} onClick={act}>
        {children}
        <Key>Ctrl ↵</Key>
      </Button>
    </div>
  );
}
