import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Deposit = Schemas['DepositView'];
export type Member = Deposit['members'][number];

export const depositsQuery = queryOptions({
  queryKey: ['deposits'],
  queryFn: () => unwrap(client.GET('/api/deposits')),
});

/** What is done with, page by page. */
export const tiedQuery = infiniteQueryOptions({
  queryKey: ['deposits', 'tied'],
  queryFn: ({ pageParam }) =>
    unwrap(client.GET('/api/deposits/tied', { params: { query: { before: pageParam } } })),
  initialPageParam: undefined as number | undefined,
  getNextPageParam: (page) => page.next,
});

export type Batch = Schemas['BatchView'];
export type BatchCheque = Batch['cheques'][number];
export type NotNil = Batch['notNil'][number];
export type RestDecision = Schemas['BatchDecision']['rest'];

/** The members of a deposit beside what they pay. */
export const batchQuery = (id: number) =>
  queryOptions({
    queryKey: ['deposits', 'batch', id],
    queryFn: () => unwrap(client.GET('/api/batches/{id}', { params: { path: { id } } })),
  });

/** What is done about an item that would not go to nil. */
export const decideRest = (id: number, of: NotNil, rest: RestDecision) =>
  unwrap(
    client.PUT('/api/batches/{id}/rests', {
      params: { path: { id } },
      body: { moneyId: of.moneyId, itemId: of.itemId, rest },
    }),
  );

/** The entry that waits for a deposit is another sum. */
export const separate = (id: number) =>
  unwrap(client.POST('/api/deposits/{id}/separation', { params: { path: { id } } }));

export type Slip = Schemas['SlipView'];
export type SlipAccount = Schemas['SlipAccountView'];
export type SlipAsKept = Schemas['SlipRequest'];
export type SlipLine = SlipAsKept['lines'][number];

/** Slips that are being made. */
export const slipsQuery = queryOptions({
  queryKey: ['deposits', 'slips'],
  queryFn: () => unwrap(client.GET('/api/slips')),
});

/** A receipt that never was. */
export const removeReceipt = (id: number) =>
  unwrap(client.DELETE('/api/receipts/{id}', { params: { path: { id } } }));

export const beginSlip = (accountId: number) =>
  unwrap(client.POST('/api/slips', { body: { accountId } }));

export const keepSlip = (id: number, body: SlipAsKept) =>
  unwrap(client.PUT('/api/slips/{id}', { params: { path: { id } }, body }));

export const dropSlip = (id: number) =>
  unwrap(client.DELETE('/api/slips/{id}', { params: { path: { id } } }));

/** Hands a slip in; the till may differ from what was recorded where that is named. */
export const handIn = (id: number, namesDifference: boolean, key: string) =>
  unwrap(
    client.POST('/api/slips/{id}/handing-in', {
      params: { path: { id }, query: { namesDifference }, header: { 'Idempotency-Key': key } },
    }),
  );

/** The bank has shown what was recorded. */
export const tie = (body: Schemas['TieRequest'], key: string) =>
  unwrap(client.POST('/api/ties', { params: { header: { 'Idempotency-Key': key } }, body }));

export type TieBoard = Schemas['TieBoardView'];
export type TieEntry = TieBoard['entries'][number];
export type TieRecord = TieBoard['records'][number];

/** What may be tied, each side narrowed by what is typed, both by how far one looks back. */
export const tieBoardQuery = (text: string, recordText: string, days: string) =>
  queryOptions({
    queryKey: ['deposits', 'ties', text, recordText, days],
    queryFn: () =>
      unwrap(
        client.GET('/api/ties/board', {
          params: { query: { text, recordText, ...(days ? { days: Number(days) } : {}) } },
        }),
      ),
    placeholderData: (before) => before,
  });

/** Sets of records that make the sum of some entries. */
export const tieSetsQuery = (entries: number[]) =>
  queryOptions({
    queryKey: ['deposits', 'tie-sets', entries],
    queryFn: () => unwrap(client.POST('/api/ties/sets', { body: { entries } })),
    enabled: entries.length > 0,
    placeholderData: (before) => before,
  });

/** The sums of a bank account as they were banked, page by page, the newest first. */
export const bankedQuery = (account: number) =>
  infiniteQueryOptions({
    queryKey: ['deposits', 'banked', account],
    queryFn: ({ pageParam }) =>
      unwrap(
        client.GET('/api/deposits/banked/{account}', {
          params: { path: { account }, query: { after: pageParam } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next,
  });

/** What the cheques of some records have paid: one of them may have been read wrongly. */
export const paidQuery = (recorded: number[]) =>
  queryOptions({
    queryKey: ['deposits', 'paid', recorded],
    queryFn: () => unwrap(client.POST('/api/ties/paid', { body: { recorded } })),
  });

export type Payout = Schemas['PayoutView'];
export type Processor = Payout['processor'];

/** A payout against the books, and what would be posted with it, less what is left out. */
export const payoutQuery = (id: number, left: number[]) =>
  queryOptions({
    queryKey: ['deposits', 'payout', id, left],
    queryFn: () =>
      left.length === 0
        ? unwrap(client.GET('/api/payouts/{id}', { params: { path: { id } } }))
        : unwrap(
            client.POST('/api/payouts/{id}/preview', { params: { path: { id } }, body: { left } }),
          ),
    placeholderData: (before) => before,
  });

/** Posts with a payout what was shown. */
export const postPayout = (id: number, shown: Payout, key: string) =>
  unwrap(
    client.POST('/api/payouts/{id}/posting', {
      params: { path: { id }, header: { 'Idempotency-Key': key } },
      body: { sums: shown.sums, receipts: shown.receipts, parts: shown.parts },
    }),
  );

/** A sale with all that belongs to it. */
export const saleQuery = (id: number, member: number) =>
  queryOptions({
    queryKey: ['deposits', 'sale', id, member],
    queryFn: () =>
      unwrap(
        client.GET('/api/payouts/{id}/rows/{member}/story', { params: { path: { id, member } } }),
      ),
  });

export const keepProcessor = (layoutId: number, body: Schemas['ProcessorRequest']) =>
  unwrap(
    client.PUT('/api/payouts/processors/{layoutId}', { params: { path: { layoutId } }, body }),
  );
