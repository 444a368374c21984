import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Deposit = Schemas['DepositView'];
export type Member = Deposit['members'][number];

export const depositsQuery = queryOptions({
  queryKey: ['deposits'],
  queryFn: () => unwrap(client.GET('/api/deposits')),
});

/** The entry that waits for a deposit is another sum. */
export const separate = (id: number) =>
  unwrap(client.POST('/api/deposits/{id}/separation', { params: { path: { id } } }));
