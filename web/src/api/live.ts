import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Reads anew what the record of acts says has changed; rests while hidden. */
export function useLive(): void {
  const queries = useQueryClient();
  useEffect(() => {
    let source: EventSource | undefined;
    let known = '';
    const open = () => {
      source = new EventSource('/api/live');
      source.onmessage = (event) => {
        if (event.lastEventId !== known) {
          known = event.lastEventId;
          const areas = (event.data as string).split(' ');
          void queries.invalidateQueries({
            predicate: (q) => areas.includes('all') || areas.includes(String(q.queryKey[0])),
          });
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
      source?.close();
    };
  }, [queries]);
}
