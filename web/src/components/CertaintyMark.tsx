import type { Schemas } from '../api/client';
import styles from './CertaintyMark.module.css';

export type Certainty = Schemas['PileRow']['certainty'];

export const CERTAINTIES: Record<Certainty, { words: string; level: number }> = {
  SURE: { words: 'Sure', level: 100 },
  LIKELY: { words: 'Likely', level: 55 },
  THIN: { words: 'Thin', level: 22 },
  NOTHING_YET: { words: 'Nothing yet', level: 0 },
};

/** A narrow upright level: full, half, a little, or dashed and empty. The word says it too. */
export function CertaintyMark({ certainty }: { certainty: Certainty }) {
  const { words, level } = CERTAINTIES[certainty];
  return (
    <svg
      className={styles.mark}
      viewBox="0 0 8 18"
      role="img"
      aria-label={words}
      width="8"
      height="18"
    >
      <rect
        x="1"
        y="1"
        width="6"
        height="16"
        rx="3"
        className={level === 0 ? styles.empty : styles.frame}
      />
      {level > 0 && (
        <rect
          x="1"
          y={1 + 16 * (1 - level / 100)}
          width="6"
          height={(16 * level) / 100}
          rx="2.5"
          className={styles.fill}
        />
      )}
    </svg>
  );
}
