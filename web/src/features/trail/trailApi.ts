import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

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
        client.GET('/api/trail/postings/{year}/{number}', { params: { path: place(number) } }),
      ),
  });

/** The lines of a long posting, after those that came with it. */
export const postingLinesQuery = (number: string, from: number) =>
  infiniteQueryOptions({
    queryKey: ['trail', 'lines', number, from],
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/trail/postings/{year}/{number}/lines', {
          params: { path: place(number), query: { after: pageParam } },
        }),
      ),
    initialPageParam: from,
    getNextPageParam: (page) => page.next,
  });

const place = (words: string) => {
  const [year = 0, number = 0] = words.split('-').map(Number);
  return { year, number };
};
