import { queryOptions } from '@tanstack/react-query';
import { asBytes, client, type Schemas, unwrap } from '../../api/client';

export type Arrival = Schemas['ArrivalView'];
export type DayFile = Schemas['DayFile'];
export type Contents = Schemas['ContentsView'];
export type Statement = Contents['statements'][number];
export type Entry = Statement['entries'][number];
export type Sample = Schemas['SampleView'];
export type Layout = Schemas['CsvLayout'];
export type PayoutLayout = Schemas['PayoutLayout'];
export type PayoutLayoutRequest = Schemas['PayoutLayoutRequest'];
export type ListLayout = Schemas['ListLayout'];
export type ListLayoutRequest = Schemas['ListLayoutRequest'];
export type ListTrial = Schemas['ListTrialView'];
export type LockboxRequest = Schemas['LockboxRequest'];
export type LayoutRequest = Schemas['LayoutRequest'];
export type Connection = Schemas['ConnectionView'];
export type Typed = Schemas['TypedRequest'];
export type Scope = 'COMPLETE' | 'CHANGES_ONLY';
export type Choices = Record<string, 'KEEP_OURS' | 'SETTLED_ELSEWHERE'>;

const MOST_MEGABYTES = 1024;

export const arrivalsQuery = queryOptions({
  queryKey: ['arrivals'],
  queryFn: () => unwrap(client.GET('/api/arrivals')),
});

/** One file, where the list does not hold it. */
export const arrivalQuery = (id: number, isListed: boolean) =>
  queryOptions({
    queryKey: ['arrivals', id],
    queryFn: () => unwrap(client.GET('/api/arrivals/{id}', { params: { path: { id } } })),
    enabled: !isListed && id > 0,
  });

export const accountsQuery = queryOptions({
  queryKey: ['arrivals', 'accounts'],
  queryFn: () => unwrap(client.GET('/api/arrivals/accounts')),
});

/** What is being taken in; asked for often while something is. */
export const progressQuery = (busy: boolean) =>
  queryOptions({
    queryKey: ['arrivals', 'progress'],
    queryFn: () => unwrap(client.GET('/api/arrivals/progress')),
    refetchInterval: (query) => (busy || (query.state.data?.length ?? 0) > 0 ? 400 : 5_000),
  });

export const contentsQuery = (id: number, scope: Scope) =>
  queryOptions({
    queryKey: ['arrivals', id, scope],
    queryFn: () =>
      unwrap(
        client.GET('/api/arrivals/{id}/contents', { params: { path: { id }, query: { scope } } }),
      ),
  });

/** A place in the original: its line, and in a file of one line a text that stands there. */
export interface Place {
  line: number;
  near?: string | undefined;
  /** Which of the places where the text stands is meant, from 0. */
  nth?: number | undefined;
}

export const linesQuery = (id: number, { line, near, nth }: Place) =>
  queryOptions({
    queryKey: ['arrivals', id, 'lines', line, near, nth],
    queryFn: () =>
      unwrap(
        client.GET('/api/arrivals/{id}/lines', {
          params: { path: { id }, query: { around: line, near, nth } },
        }),
      ),
  });

/** Which rows of a file are looked at, and how they are cut. */
export interface Cut {
  sheet?: number;
  delimiter?: string;
  headerLine?: number;
}

export const sampleQuery = (id: number, cut: Cut) =>
  queryOptions({
    queryKey: ['arrivals', id, 'sample', cut],
    queryFn: () =>
      unwrap(
        client.GET('/api/arrivals/{id}/sample', { params: { path: { id }, query: { ...cut } } }),
      ),
    placeholderData: (before) => before,
  });

export const formsQuery = queryOptions({
  queryKey: ['arrivals', 'forms'],
  queryFn: () => unwrap(client.GET('/api/arrivals/forms')),
});

export const lockboxQuery = (id: number) =>
  queryOptions({
    queryKey: ['arrivals', id, 'lockbox'],
    queryFn: () => unwrap(client.GET('/api/arrivals/{id}/lockbox', { params: { path: { id } } })),
  });

export const lockboxTrialQuery = (id: number, request: LockboxRequest | undefined) =>
  queryOptions({
    queryKey: ['arrivals', id, 'lockbox', request],
    queryFn: () =>
      unwrap(
        client.POST('/api/arrivals/{id}/lockbox/trial', {
          params: { path: { id } },
          body: request as LockboxRequest,
        }),
      ),
    enabled: request !== undefined,
  });

export const payoutTrialQuery = (id: number, request: PayoutLayoutRequest | undefined) =>
  queryOptions({
    queryKey: ['arrivals', id, 'payout trial', request],
    queryFn: () =>
      unwrap(
        client.POST('/api/arrivals/{id}/payout-layout/trial', {
          params: { path: { id } },
          body: request as PayoutLayoutRequest,
        }),
      ),
    enabled: request !== undefined,
  });

export const trialQuery = (id: number, request: LayoutRequest | undefined) =>
  queryOptions({
    queryKey: ['arrivals', id, 'trial', request],
    queryFn: () =>
      unwrap(
        client.POST('/api/arrivals/{id}/layout/trial', {
          params: { path: { id } },
          body: request as LayoutRequest,
        }),
      ),
    enabled: request !== undefined,
  });

export const listTrialQuery = (id: number, request: ListLayoutRequest | undefined) =>
  queryOptions({
    queryKey: ['arrivals', id, 'list trial', request],
    queryFn: () =>
      unwrap(
        client.POST('/api/arrivals/{id}/list-layout/trial', {
          params: { path: { id } },
          body: request as ListLayoutRequest,
        }),
      ),
    enabled: request !== undefined,
  });

export async function bringIn(file: File): Promise<Arrival> {
  const params = { query: { name: file.name } };
  return unwrap(client.POST('/api/arrivals', { params, ...asBytes(file, MOST_MEGABYTES) }));
}

/** Which account a file may mean, where it may be one of several. */
export const accountQuestionQuery = (id: number) =>
  queryOptions({
    queryKey: ['arrivals', id, 'account'],
    queryFn: () => unwrap(client.GET('/api/arrivals/{id}/account', { params: { path: { id } } })),
  });

export const nameAccount = (id: number, bankAccountId: number) =>
  unwrap(
    client.PUT('/api/arrivals/{id}/account/{bankAccountId}', {
      params: { path: { id, bankAccountId } },
    }),
  );

/** What waits, in the order in which it is accepted in one go. */
export const dayQuery = queryOptions({
  queryKey: ['arrivals', 'day'],
  queryFn: () => unwrap(client.GET('/api/arrivals/day')),
});

export const accept = (id: number, scope: Scope, choices: Choices) =>
  unwrap(
    client.POST('/api/arrivals/{id}/acceptance', {
      params: { path: { id } },
      body: { scope, choices },
    }),
  );

/** Stops taking a file in: nothing of it is stored. */
export const stop = (id: number) =>
  unwrap(client.DELETE('/api/arrivals/{id}/acceptance', { params: { path: { id } } }));

export const drop = (id: number) =>
  unwrap(client.DELETE('/api/arrivals/{id}', { params: { path: { id } } }));

export const withdraw = (id: number) =>
  unwrap(client.POST('/api/arrivals/{id}/withdrawal', { params: { path: { id } } }));

export const decideHeld = (moneyId: number, verdict: 'REAL' | 'DOUBLE') =>
  unwrap(
    client.POST('/api/arrivals/held/{moneyId}/{verdict}', {
      params: { path: { moneyId, verdict } },
    }),
  );

export const keepLayout = (id: number, request: LayoutRequest) =>
  unwrap(client.PUT('/api/arrivals/{id}/layout', { params: { path: { id } }, body: request }));

export const keepPayoutLayout = (id: number, request: PayoutLayoutRequest) =>
  unwrap(
    client.PUT('/api/arrivals/{id}/payout-layout', { params: { path: { id } }, body: request }),
  );

export const keepListLayout = (id: number, request: ListLayoutRequest) =>
  unwrap(client.PUT('/api/arrivals/{id}/list-layout', { params: { path: { id } }, body: request }));

export const keepLockbox = (id: number, request: LockboxRequest) =>
  unwrap(client.PUT('/api/arrivals/{id}/lockbox', { params: { path: { id } }, body: request }));

export const connectionsQuery = queryOptions({
  queryKey: ['connections'],
  queryFn: () => unwrap(client.GET('/api/connections')),
});

export const fetchFiles = (name: string, range: Schemas['Range']) =>
  unwrap(
    client.POST('/api/connections/{name}/fetching', { params: { path: { name } }, body: range }),
  );

/** At which times of the day a connection is asked by itself. */
export const keepTimes = (name: string, times: string[]) =>
  unwrap(
    client.PUT('/api/connections/{name}/times', { params: { path: { name } }, body: { times } }),
  );

export const typeEntries = (request: Typed) =>
  unwrap(client.POST('/api/arrivals/typed', { body: request }));
