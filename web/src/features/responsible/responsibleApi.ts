import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

/** What somebody looks after. */
export type LookedAfter = Schemas['ResponsibleView']['subject'];

export const whoseWorkQuery = queryOptions({
  queryKey: ['responsible'],
  queryFn: () => unwrap(client.GET('/api/responsible')),
});

export const keepResponsible = (body: Schemas['ResponsibleRequest']) =>
  unwrap(client.PUT('/api/responsible', { body }));
