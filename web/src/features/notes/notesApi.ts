import { queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

/** Beside what notes stand. */
export type Subject = 'money' | 'items' | 'customers' | 'deposits';

const PATHS = {
  money: '/api/notes/money/{id}',
  items: '/api/notes/items/{id}',
  customers: '/api/notes/customers/{id}',
  deposits: '/api/notes/deposits/{id}',
} as const;

export const notesQuery = (subject: Subject, id: number) =>
  queryOptions({
    queryKey: ['notes', subject, id],
    queryFn: () => unwrap(client.GET(PATHS[subject], { params: { path: { id } } })),
  });

export const writeNote = (subject: Subject, id: number, words: string) =>
  unwrap(client.POST(PATHS[subject], { params: { path: { id } }, body: { words } }));
