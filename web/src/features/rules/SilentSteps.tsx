import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { sessionQuery } from '../session';
import styles from './Rules.module.css';
import type { SilentView, Step } from './rulesApi';

interface Props {
  view: SilentView;
  /** What holds while no list is set, and the words of the button that begins one. */
  otherwise: string;
  begin: string;
  keep: (steps: Step[]) => Promise<unknown>;
  drop: () => Promise<unknown>;
}

/** A list of steps in order, each on or off; changes count when they are kept. */
export function SilentSteps({ view, otherwise, begin, keep, drop }: Props) {
  const { data: session } = useQuery(sessionQuery);
  const [draft, setDraft] = useState<Step[]>();
  const { perform, problem } = usePerform();
  const self = useRef<HTMLDivElement>(null);
  const may = session?.rights.includes('RULES') ?? false;

  const attempt = async (act: () => Promise<unknown>) => {
    await perform(async () => {
      await act();
      setDraft(undefined);
    });
    self.current?.focus(); // the button that was pressed is gone
  };

  if (!view.set && draft === undefined) {
    return (
      <div className={styles.row} ref={self} tabIndex={-1}>
        <span>{otherwise}</span>
        {may && <Button onClick={() => setDraft(view.steps)}>{begin}</Button>}
      </div>
    );
  }
  const steps = draft ?? view.steps;
  return (
    <div ref={self} tabIndex={-1}>
      <ol className={styles.steps}>
        {steps.map((s, i) => (
          <li key={s.step}>
            <label className={s.on ? undefined : styles.off}>
              <input
                type="checkbox"
                checked={s.on}
                disabled={!may}
                onChange={() =>
                  setDraft(steps.map((o) => (o.step === s.step ? { ...o, on: !o.on } : o)))
                }
              />
              {s.words}
            </label>
            {may && (
              <Button
                aria-label={`${s.words}: earlier`}
                disabled={i === 0}
                onClick={() => setDraft(moved(steps, i))}
              >
                earlier
              </Button>
            )}
          </li>
        ))}
      </ol>
      {problem && <Sentence error={problem} />}
      {may && (
        <div className={styles.row}>
          {draft && (
            <>
              <Button variant="contained" onClick={() => void attempt(() => keep(steps))}>
                Keep this list
              </Button>
              <Button onClick={() => setDraft(undefined)}>Leave it as it was</Button>
            </>
          )}
          {view.set && <Button onClick={() => void attempt(drop)}>Do without</Button>}
        </div>
      )}
    </div>
  );
}

/** With a step before the one that it follows. */
function moved(steps: Step[], at: number): Step[] {
  const others = steps.filter((_, i) => i !== at);
  return [...others.slice(0, at - 1), ...steps.slice(at, at + 1), ...others.slice(at - 1)];
}
