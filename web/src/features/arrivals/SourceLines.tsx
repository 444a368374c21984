import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { Loading, Sentence } from '../../components/States';
import { linesQuery, type Place } from './arrivalsApi';
import styles from './Arrivals.module.css';

interface Props {
  arrivalId: number;
  place: Place;
  close: () => void;
}

/** The original around one of its lines, as it stands in the file. */
export function SourceLines({ arrivalId, place, close }: Props) {
  const lines = useQuery(linesQuery(arrivalId, place));
  const { line } = place;
  const intoView = useCallback(
    (mark: HTMLElement | null) => mark?.scrollIntoView({ block: 'nearest' }),
    [],
  );
  if (lines.isPending) {
    return <Loading />;
  }
  if (lines.isError) {
    return <Sentence error={lines.error} retry={() => void lines.refetch()} />;
  }
  return (
    <section className={styles.source} aria-label={`The original at line ${line}`}>
      <p className={styles.sourceHead}>
        <b>Line {line} of the original</b>
        <Button onClick={close}>Close</Button>
      </p>
      <pre tabIndex={0}>
        {lines.data.map((l) => (
          <span
            key={l.line}
            ref={l.line === line ? intoView : undefined}
            className={l.line === line ? styles.atLine : undefined}
          >
            <span className={styles.number}>{l.line}</span>
            {l.text}
            {'\n'}
          </span>
        ))}
      </pre>
    </section>
  );
}
