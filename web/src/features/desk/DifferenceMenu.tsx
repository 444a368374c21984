import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Key } from '../../components/Key';
import { Empty } from '../../components/States';
import { focusZone } from '../../keyboard/keys';
import type { Difference } from './differences';
import styles from './Work.module.css';

interface Props {
  differences: Difference[];
  take: (difference: Difference) => void;
  close: () => void;
}

/** What may be done about what is missing or left: one key each. */
export function DifferenceMenu({ differences, take, close }: Props) {
  const self = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  useEffect(() => self.current?.focus(), []);

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const byDigit = /^[1-9]$/.test(event.key) ? differences[Number(event.key) - 1] : undefined;
    const chosen = event.key === 'Enter' && !event.ctrlKey ? differences[at] : byDigit;
    if (chosen) {
      event.preventDefault();
      take(chosen);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setAt((i) => Math.min(differences.length - 1, Math.max(0, i + step)));
    } else if (event.key === 'Escape' || event.key.toLowerCase() === 'd') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  return (
    <div
      ref={self}
      className={styles.menu}
      role="listbox"
      tabIndex={0}
      aria-label="Why it is not the sum"
      aria-activedescendant={`difference-${at}`}
      onKeyDown={onKeyDown}
    >
      {differences.length === 0 && <Empty>Nothing is missing and nothing is left.</Empty>}
      {differences.map((d, i) => (
        <div
          key={d.words}
          id={`difference-${i}`}
          role="option"
          aria-selected={i === at}
          className={i === at ? styles.menuAt : styles.menuRow}
          onClick={() => take(d)}
        >
          {d.words}
          {i < 9 && <Key>{String(i + 1)}</Key>}
        </div>
      ))}
    </div>
  );
}
