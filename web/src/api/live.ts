import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Many acts in a row are read anew no more often than that, in milliseconds. */
const LEAST = 1000;

/** Reads anew what the record of acts says has changed; rests while hidden. */
export function useLive(): void {
  const queries = useQueryClient();
  useEffect(() => {
    let source: EventSource | undefined;
    let known = '';
    let last = 0;
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const changed = new Set<string>();
    const read = () => {
      waiting = undefined;
      last = Date.now();
      const areas = new Set(changed);
      changed.clear();
      void queries.invalidateQueries({
        predicate: (q) => areas.has('all') || areas.has(String(q.queryKey[0])),
      });
    };
    const open = () => {
      source = new EventSource('/api/live');
      source.onmessage = (event) => {
        if (event.lastEventId !== known) {
          known = event.lastEventId;
          (event.data as string).split(' ').forEach((area) => changed.add(area));
          waiting ??= setTimeout(read, Math.max(0, last + LEAST - Date.now()));
        }
      };
    };
    const follow = () => {
      source?.close();
      source = undefined;
      if (!document.hidden) {
        open();
      }
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      clearTimeout(waiting);
      source?.close();
    };
  }, [queries]);
}
