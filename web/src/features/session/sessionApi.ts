import { queryOptions } from '@tanstack/react-query';
import { takeDecimals } from '../../money/money';
import { client, type Schemas, unwrap } from '../../api/client';

export type Session = Schemas['SessionView'];

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async () => {
    const session = await unwrap(client.GET('/api/session'));
    takeDecimals(session.decimals);
    return session;
  },
});

export const signIn = (body: Schemas['Credentials']) =>
  unwrap(client.POST('/api/session', { body }));

export const signOut = () => unwrap(client.DELETE('/api/session'));

export const setUp = (body: Schemas['HouseAnswers']) =>
  unwrap(client.POST('/api/first-start', { body }));

/** Whom the link of an invitation invites. */
export const invitedQuery = (token: string) =>
  queryOptions({
    queryKey: ['invitation', token],
    queryFn: () => unwrap(client.POST('/api/invitations/look', { body: { token } })),
    gcTime: 0,
    staleTime: Infinity,
  });

export const setPassword = (token: string, password: string) =>
  unwrap(client.POST('/api/invitations/password', { body: { token, password } }));
