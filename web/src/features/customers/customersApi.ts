import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

export const customersQuery = queryOptions({
  queryKey: ['customers'],
  queryFn: () => unwrap(client.GET('/api/customers')),
});

export const customerQuery = (id: number) =>
  queryOptions({
    queryKey: ['customers', id],
    queryFn: () => unwrap(client.GET('/api/customers/{id}', { params: { path: { id } } })),
  });

/** What is settled of a customer, page by page. */
export const settledQuery = (id: number) =>
  infiniteQueryOptions({
    queryKey: ['customers', id, 'settled'],
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/customers/{id}/settled', {
          params: { path: { id }, query: { before: pageParam } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
  });

/** All that happened with a customer, page by page, the newest first. */
export const timelineQuery = (id: number) =>
  infiniteQueryOptions({
    queryKey: ['customers', id, 'timeline'],
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/trail/customers/{id}', {
          params: { path: { id }, query: { before: pageParam } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
  });
