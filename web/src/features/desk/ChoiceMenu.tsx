import { type ComponentProps, type KeyboardEvent, type ReactNode, useId, useState } from 'react';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { focusZone } from '../../keyboard/keys';
import styles from './Work.module.css';

interface Props {
  label: string;
  /** What the rows are. */
  listLabel: string;
  rows: { key: string; content: ReactNode }[];
  take: (index: number) => void;
  close: () => void;
  /**
   * The field that has the focus while one is chosen, and what stands beside it; whoever narrows
   * the rows starts again with the first.
   */
  children: (field: Partial<ComponentProps<typeof Field>>, restart: () => void) => ReactNode;
  /** What stands between the field and the rows. */
  said?: ReactNode;
}

/**
 * A menu below the tape from which one row is taken: arrows go along the rows, Enter or a click
 * takes one, Esc closes and gives the tape its focus back. A select keeps its own arrows.
 */
export function ChoiceMenu({ label, listLabel, rows, take, close, children, said }: Props) {
  const [at, setAt] = useState(0);
  const list = useId();

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (event.key === 'Enter' && !event.ctrlKey && rows[at]) {
      event.preventDefault();
      take(at);
    } else if (step !== 0 && !(event.target instanceof HTMLSelectElement)) {
      event.preventDefault();
      setAt((i) => Math.min(rows.length - 1, Math.max(0, i + step)));
    } else if (event.key === 'Escape') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  const field = {
    first: true,
    autoComplete: 'off',
    role: 'combobox',
    'aria-expanded': rows.length > 0,
    'aria-controls': list,
    'aria-activedescendant': rows[at] && `${list}-${at}`,
  } as const;

  return (
    <div className={styles.menu} role="group" aria-label={label} onKeyDown={onKeyDown}>
      {children(field, () => setAt(0))}
      {said}
      <div
        id={list}
        role="listbox"
        aria-label={listLabel}
        hidden={rows.length === 0}
        className={styles.found}
      >
        {rows.map((r, i) => (
          <div
            key={r.key}
            id={`${list}-${i}`}
            role="option"
            aria-selected={i === at}
            className={i === at ? styles.menuAt : styles.menuRow}
            onClick={() => take(i)}
          >
            {r.content}
            {i === at && <Key>↵</Key>}
          </div>
        ))}
      </div>
    </div>
  );
}
