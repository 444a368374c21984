import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Reads anew what is shown whenever the record of acts has grown; rests while hidden. */
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
          void queries.invalidateQueries();
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
