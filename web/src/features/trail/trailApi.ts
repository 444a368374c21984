import { queryOptions } from '@tanstack/react-query';
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
    queryFn: () => {
      const [year, count] = number.split('-').map(Number);
      return unwrap(
        client.GET('/api/trail/postings/{year}/{number}', {
          params: { path: { year: year ?? 0, number: count ?? 0 } },
        }),
      );
    },
  });
