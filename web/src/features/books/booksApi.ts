import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

export interface DoneWanted {
  account?: number;
  /** The code of a hand or of a ground. */
  how?: string;
  find?: string;
}

export const doneQuery = (wanted: DoneWanted) =>
  infiniteQueryOptions({
    queryKey: ['desk', 'done', wanted],
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/desk/done', { params: { query: { ...wanted, before: pageParam } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });

/** What stands of all that is wanted, however many pages it fills. */
export const doneTotalsQuery = (wanted: DoneWanted) =>
  queryOptions({
    queryKey: ['desk', 'done', 'totals', wanted],
    queryFn: () => unwrap(client.GET('/api/desk/done/totals', { params: { query: wanted } })),
    placeholderData: (before) => before,
  });

export const journalQuery = (find: string) =>
  infiniteQueryOptions({
    queryKey: ['books', 'journal', find],
    queryFn: ({ pageParam }) =>
      unwrap(client.GET('/api/books/journal', { params: { query: { find, before: pageParam } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });

export const balancesQuery = queryOptions({
  queryKey: ['books', 'balances'],
  queryFn: () => unwrap(client.GET('/api/books/balances')),
});

export const accountsQuery = queryOptions({
  queryKey: ['books', 'accounts'],
  queryFn: () => unwrap(client.GET('/api/books/accounts')),
});

export const proofQuery = queryOptions({
  queryKey: ['books', 'proof'],
  queryFn: () => unwrap(client.GET('/api/books/proof')),
});

/** From the first day on, however long it takes; and when that was. */
export const proveEverything = async () => ({
  ...(await unwrap(client.GET('/api/books/proof', { params: { query: { whole: true } } }))),
  at: new Date().toISOString(),
});

export const monthsQuery = queryOptions({
  queryKey: ['books', 'months'],
  queryFn: () => unwrap(client.GET('/api/books/months')),
});

export const closeMonth = (month: string) =>
  unwrap(client.POST('/api/books/months/{month}/closing', { params: { path: { month } } }));

export const reopenMonth = (month: string, reason: string) =>
  unwrap(
    client.POST('/api/books/months/{month}/reopening', {
      params: { path: { month } },
      body: { reason },
    }),
  );

/** What customers left short and still owe. */
export const shortPaysQuery = queryOptions({
  queryKey: ['desk', 'short-pays'],
  queryFn: () => unwrap(client.GET('/api/desk/short-pays')),
});

/** Names the day on which something that was left short is looked at next; empty for now. */
export const lookAgain = (itemId: number, on: string) =>
  unwrap(
    client.PUT('/api/desk/short-pays/{itemId}/next-look', {
      params: { path: { itemId } },
      body: on ? { on } : {},
    }),
  );
