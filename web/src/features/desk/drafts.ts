import { type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { moneyQuery } from './deskApi';

const channel = new BroadcastChannel('drafts');

/** Tells the other windows of this browser that a tape was kept. */
export function draftKept(moneyId: number): void {
  channel.postMessage(moneyId);
}

/** Reads a sum anew when another window has kept a tape on it. */
export function useDraftsOfOtherWindows(queries: QueryClient): void {
  useEffect(() => {
    const onKept = (event: MessageEvent<number>) => {
      void queries.invalidateQueries({ queryKey: moneyQuery(event.data).queryKey });
    };
    channel.addEventListener('message', onKept);
    return () => channel.removeEventListener('message', onKept);
  }, [queries]);
}
