import { queryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../api/client';

export const bankQuery = queryOptions({
  queryKey: ['simulated bank'],
  queryFn: () => unwrap(client.GET('/api/simulated-bank')),
});

export const nextDay = () => unwrap(client.POST('/api/simulated-bank/next-day'));

export const setLine = (state: 'UP' | 'DOWN') =>
  unwrap(client.PUT('/api/simulated-bank/line/{state}', { params: { path: { state } } }));
