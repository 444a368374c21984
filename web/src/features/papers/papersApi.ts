import { queryOptions } from '@tanstack/react-query';
import { asBytes, client, type Schemas, unwrap } from '../../api/client';

export type Paper = Schemas['Paper'];
/** Beside what papers stand. */
export type Subject = 'MONEY' | 'ITEM' | 'CUSTOMER' | 'DEPOSIT';

const MOST_MEGABYTES = 10;

export const papersQuery = (on: Subject, id: number) =>
  queryOptions({
    queryKey: ['papers', on, id],
    queryFn: () => unwrap(client.GET('/api/papers', { params: { query: { on, id } } })),
  });

export async function addPaper(on: Subject, id: number, file: File): Promise<unknown> {
  const params = { query: { on, id, name: file.name } };
  return unwrap(client.POST('/api/papers', { params, ...asBytes(file, MOST_MEGABYTES) }));
}

export const takeOff = (id: number) =>
  unwrap(client.DELETE('/api/papers/{id}', { params: { path: { id } } }));
