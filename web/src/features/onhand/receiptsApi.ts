import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Receipt = Schemas['ReceiptRequest'];
export type Recorded = Schemas['RecordedView'];
export type Takings = Schemas['TakingsRequest'];
export type TillDay = Schemas['TillDayView'];

/** What a receipt of a customer usually pays; nothing while customer or amount is not known. */
export const usualQuery = (customer: number | undefined, currency: string, amountMinor: number) =>
  queryOptions({
    queryKey: ['receipts', 'usual', customer, currency, amountMinor],
    queryFn: () =>
      unwrap(
        client.GET('/api/receipts/usual', {
          params: { query: { customer: customer ?? 0, currency, amountMinor } },
        }),
      ),
    enabled: customer !== undefined && amountMinor > 0,
    staleTime: 0,
  });

/** Records a receipt with what it pays. */
export const record = (body: Receipt, key: string) =>
  unwrap(client.POST('/api/receipts', { params: { header: { 'Idempotency-Key': key } }, body }));

/** The tills that are known, the last used first. */
export const tillsQuery = queryOptions({
  queryKey: ['takings', 'tills'],
  queryFn: () => unwrap(client.GET('/api/takings/tills')),
});

/** What was typed of a day, as it would be posted. */
export const tillDayQuery = (body: Takings | undefined) =>
  queryOptions({
    queryKey: ['takings', 'preview', body],
    queryFn: () =>
      body ? unwrap(client.POST('/api/takings/preview', { body })) : Promise.reject(new Error()),
    enabled: body !== undefined,
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });

/** Records the takings of a day, with the difference that was shown. */
export const recordTakings = (body: Schemas['TakingsShown'], key: string) =>
  unwrap(client.POST('/api/takings', { params: { header: { 'Idempotency-Key': key } }, body }));
