import { queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

export interface DoneWanted {
  account?: number;
  /** The code of a hand or of a ground. */
  how?: string;
  find?: string;
}

export const doneQuery = (wanted: DoneWanted) =>
  queryOptions({
    queryKey: ['desk', 'done', wanted],
    queryFn: () => unwrap(client.GET('/api/desk/done', { params: { query: wanted } })),
    placeholderData: (before) => before,
  });

export const journalQuery = queryOptions({
  queryKey: ['books', 'journal'],
  queryFn: () => unwrap(client.GET('/api/books/journal')),
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
