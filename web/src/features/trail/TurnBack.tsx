import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type Schemas, sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { longDate } from '../../money/money';
import { PostingLink } from './PostingLink';
import { restingOn, turnBack } from './trailApi';
import styles from './Trail.module.css';

/** Turns a posting back; what rests on it is shown first, and goes with it. */
export function TurnBack({ number }: { number: string }) {
  const queries = useQueryClient();
  const [resting, setResting] = useState<Schemas['RestingView'][]>([]);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);

  const attempt = async (act: () => Promise<void>) => {
    setBusy(true);
    setProblem('');
    try {
      await act();
    } catch (e) {
      setResting([]);
      setProblem(sentenceOf(e));
    }
    setBusy(false);
  };
  const undo = async (together: Schemas['RestingView'][]) => {
    await turnBack(
      number,
      together.map((r) => r.number),
    );
    await queries.invalidateQueries();
  };
  const ask = async () => {
    const found = await restingOn(number);
    if (found.length === 0) {
      await undo([]);
    }
    setResting(found);
  };

  return (
    <>
      {resting.length === 0 ? (
        <Button disabled={busy} onClick={() => void attempt(ask)}>
          Turn back
        </Button>
      ) : (
        <div className={styles.resting} role="group" aria-label={`What rests on ${number}`}>
          <p>These rest on it, and are turned back with it:</p>
          <ul>
            {resting.map((r) => (
              <li key={r.number}>
                <PostingLink number={r.number} /> {r.words}, {r.actor}, {longDate(r.date)}
              </li>
            ))}
          </ul>
          <Button autoFocus disabled={busy} onClick={() => void attempt(() => undo(resting))}>
            Turn back all {resting.length + 1}
          </Button>
          <Button variant="text" onClick={() => setResting([])}>
            Leave
          </Button>
        </div>
      )}
      {problem && <Sentence error={problem} />}
    </>
  );
}
