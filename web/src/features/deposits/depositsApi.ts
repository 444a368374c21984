import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Deposit = Schemas['DepositView'];
export type Member = Deposit['members'][number];

export const depositsQuery = queryOptions({
  queryKey: ['deposits'],
  queryFn: () => unwrap(client.GET('/api/deposits')),
});

/** What is done with, page by page. */
export const tiedQuery = infiniteQueryOptions({
  queryKey: ['deposits', 'tied'],
  queryFn: ({ pageParam }) =>
    unwrap(client.GET('/api/deposits/tied', { params: { query: { before: pageParam } } })),
  initialPageParam: undefined as number | undefined,
  getNextPageParam: (page) => page.next,
});

/** The entry that waits for a deposit is another sum. */
export const separate = (id: number) =>
  unwrap(client.POST('/api/deposits/{id}/separation', { params: { path: { id } } }));
