import { queryOptions } from '@tanstack/react-query';
import { client, Problem, type Schemas, unwrap } from '../../api/client';

export type Paper = Schemas['Paper'];
/** Beside what papers stand. */
export type Subject = 'MONEY' | 'ITEM' | 'CUSTOMER' | 'DEPOSIT';

const MOST_MEGABYTES = 10;

export const papersQuery = (on: Subject, id: number) =>
  queryOptions({
    queryKey: ['papers', on, id],
    queryFn: () => unwrap(client.GET('/api/papers', { params: { query: { on, id } } })),
  });

export function addPaper(on: Subject, id: number, file: File): Promise<unknown> {
  if (file.size > MOST_MEGABYTES << 20) {
    throw new Problem(
      'too-large',
      413,
      `${file.name} is larger than ${MOST_MEGABYTES} MB; nothing of it was sent.`,
    );
  }
  return unwrap(
    client.POST('/api/papers', {
      params: { query: { on, id, name: file.name } },
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file as unknown as undefined,
      bodySerializer: (body: unknown) => body as BodyInit,
    } as never),
  );
}

export const takeOff = (id: number) =>
  unwrap(client.DELETE('/api/papers/{id}', { params: { path: { id } } }));
