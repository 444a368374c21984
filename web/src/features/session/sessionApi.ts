import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Session = Schemas['SessionView'];

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => unwrap(client.GET('/api/session')),
});

export const signIn = (body: Schemas['Credentials']) =>
  unwrap(client.POST('/api/session', { body }));

export const signOut = () => unwrap(client.DELETE('/api/session'));

export const setUp = (body: Schemas['HouseAnswers']) =>
  unwrap(client.POST('/api/first-start', { body }));
