import { queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

export const customersQuery = queryOptions({
  queryKey: ['customers'],
  queryFn: () => unwrap(client.GET('/api/customers')),
});

export const customerQuery = (id: number) =>
  queryOptions({
    queryKey: ['customers', id],
    queryFn: () => unwrap(client.GET('/api/customers/{id}', { params: { path: { id } } })),
  });
