import { queryOptions } from '@tanstack/react-query';
import { client, Problem, type Schemas, unwrap } from '../../api/client';

export type Arrival = Schemas['ArrivalView'];
export type Contents = Schemas['ContentsView'];
export type Scope = 'COMPLETE' | 'CHANGES_ONLY';
export type Choices = Record<string, 'KEEP_OURS' | 'SETTLED_ELSEWHERE'>;

const MAX_BYTES = 100 * 1024 * 1024;

export const arrivalsQuery = queryOptions({
  queryKey: ['arrivals'],
  queryFn: () => unwrap(client.GET('/api/arrivals')),
});

export const contentsQuery = (id: number, scope: Scope) =>
  queryOptions({
    queryKey: ['arrivals', id, scope],
    queryFn: () =>
      unwrap(
        client.GET('/api/arrivals/{id}/contents', { params: { path: { id }, query: { scope } } }),
      ),
  });

export function bringIn(file: File): Promise<Arrival> {
  if (file.size > MAX_BYTES) {
    throw new Problem(
      'too-large',
      413,
      `${file.name} is larger than 100 MB; nothing of it was sent.`,
    );
  }
  return unwrap(
    client.POST('/api/arrivals', {
      params: { query: { name: file.name } },
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file as unknown as undefined,
      bodySerializer: (body: unknown) => body as BodyInit,
    } as never),
  );
}

export const accept = (id: number, scope: Scope, choices: Choices) =>
  unwrap(
    client.POST('/api/arrivals/{id}/acceptance', {
      params: { path: { id } },
      body: { scope, choices },
    }),
  );

export const drop = (id: number) =>
  unwrap(client.DELETE('/api/arrivals/{id}', { params: { path: { id } } }));
