import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, placeOf, type Schemas, unwrap } from '../../api/client';

export type Source = Schemas['SourceView'];

export const itemTrailQuery = (id: number) =>
  queryOptions({
    queryKey: ['trail', 'item', id],
    queryFn: () => unwrap(client.GET('/api/trail/items/{id}', { params: { path: { id } } })),
  });

export const postingTrailQuery = (number: string) =>
  queryOptions({
    queryKey: ['trail', 'posting', number],
    queryFn: () =>
      unwrap(
        client.GET('/api/trail/postings/{year}/{number}', { params: { path: placeOf(number) } }),
      ),
  });

/** The lines of a long posting, after those that came with it. */
export const postingLinesQuery = (number: string, from: number) =>
  infiniteQueryOptions({
    queryKey: ['trail', 'lines', number, from],
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/trail/postings/{year}/{number}/lines', {
          params: { path: placeOf(number), query: { after: pageParam } },
        }),
      ),
    initialPageParam: from,
    getNextPageParam: (page) => page.next,
  });

/** What has to be turned back before a posting can be, the last first. */
export const restingOn = (number: string) =>
  unwrap(
    client.GET('/api/desk/postings/{year}/{number}/resting', {
      params: { path: placeOf(number) },
    }),
  );

/**
 * Turns a posting back by its short number, such as 2026-0143.
 *
 * @param together what rests on it, as it was shown
 */
export const turnBack = (number: string, together: string[] = []) =>
  unwrap(
    client.POST('/api/desk/postings/{year}/{number}/turning-back', {
      params: { path: placeOf(number), query: { together } },
    }),
  );
