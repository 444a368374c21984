import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Empty, Sentence } from '../../components/States';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { type Arrival, type Sample } from './arrivalsApi';
import { type Shape } from './LayoutParts';
import styles from './Arrivals.module.css';

/** What the makers of a layout have in common: the file, its first rows, what was said so far. */
export interface MakerProps {
  arrival: Arrival;
  sample: Sample;
  shape: Shape;
  say: (part: Partial<Shape>) => void;
  questions: ReactNode;
}

interface PageProps {
  arrival: Arrival;
  title: string;
  /** What is asked, and the rows themselves. */
  children: ReactNode;
  /** Keeps what was said; there once it is complete and the trial reads the file. */
  keep: (() => Promise<unknown>) | undefined;
  keepWords: string;
  trial: { isError: boolean; error: unknown; isSuccess: boolean };
  /** Whether everything is stated, so that a trial can be made. */
  stated: boolean;
  unstated: string;
  read: ReactNode;
}

/** Questions on the left, what the file then says on the right. */
export function MakerPage(props: PageProps) {
  const { arrival, keep, trial } = props;
  const [problem, setProblem] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigateWithin('/arrivals');
  const keepIt = async () => {
    setProblem('');
    try {
      await keep?.();
      await queries.invalidateQueries({ queryKey: ['arrivals'] });
      await navigate(`/arrivals/${arrival.id}`);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };
  return (
    <div className={styles.page}>
      <div className={styles.left} data-zone="layout" tabIndex={-1}>
        <h1 className={styles.title}>{props.title}</h1>
        {props.children}
        <p className={styles.acts}>
          <Button onClick={() => void navigate(`/arrivals/${arrival.id}`)}>
            Back to the files
          </Button>
        </p>
      </div>
      <aside className={styles.right} data-zone="trial" tabIndex={0} aria-label="Read so">
        {!props.stated && <Empty>{props.unstated}</Empty>}
        {props.stated && trial.isError && <Sentence error={trial.error} />}
        {problem && <Sentence error={problem} />}
        {props.stated && trial.isSuccess && (
          <>
            {props.read}
            <p className={styles.acts}>
              <Button variant="contained" onClick={() => void keepIt()}>
                {props.keepWords}
              </Button>
            </p>
          </>
        )}
      </aside>
    </div>
  );
}
