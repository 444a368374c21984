import { type KeyboardEvent, useState } from 'react';
import { focusZone } from '../../keyboard/keys';

/**
 * The keys of a menu with a list: arrows go along it, Enter takes, Esc closes and gives the tape
 * its focus back. A choice of the browser's own keeps its arrows.
 */
export function useChoice(count: number, take: (index: number) => void, close: () => void) {
  const [at, setAt] = useState(0);

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (event.key === 'Enter' && !event.ctrlKey && at < count) {
      event.preventDefault();
      take(at);
    } else if (step !== 0 && !(event.target instanceof HTMLSelectElement)) {
      event.preventDefault();
      setAt((i) => Math.min(count - 1, Math.max(0, i + step)));
    } else if (event.key === 'Escape') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  return { at, first: () => setAt(0), onKeyDown };
}
