import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type SilentView = Schemas['SilentView'];
export type Limits = Schemas['LimitsView'];
export type Step = Schemas['StepView'];

export const rulesQuery = queryOptions({
  queryKey: ['rules'],
  queryFn: () => unwrap(client.GET('/api/rules')),
});

export const ownListQuery = (id: number) =>
  queryOptions({
    queryKey: ['rules', 'own', id],
    queryFn: () =>
      unwrap(client.GET('/api/rules/customers/{id}/silent-list', { params: { path: { id } } })),
  });

const body = (steps: Step[]) => ({ steps: steps.map(({ step, on }) => ({ step, on })) });

export const keepHouseList = (steps: Step[]) =>
  unwrap(client.PUT('/api/rules/silent-list', { body: body(steps) }));

export const dropHouseList = () => unwrap(client.DELETE('/api/rules/silent-list'));

export const keepOwnList = (id: number, steps: Step[]) =>
  unwrap(
    client.PUT('/api/rules/customers/{id}/silent-list', {
      params: { path: { id } },
      body: body(steps),
    }),
  );

export const dropOwnList = (id: number) =>
  unwrap(client.DELETE('/api/rules/customers/{id}/silent-list', { params: { path: { id } } }));

export const chargesQuery = (id: number) =>
  queryOptions({
    queryKey: ['rules', 'charges', id],
    queryFn: () =>
      unwrap(client.GET('/api/rules/customers/{id}/charges', { params: { path: { id } } })),
  });

/** Whether a customer bears what banks keep on the way. */
export const keepCharges = (id: number, theirs: boolean) =>
  unwrap(
    client.PUT('/api/rules/customers/{id}/charges', {
      params: { path: { id } },
      body: { theirs },
    }),
  );

export const termsQuery = (id: number) =>
  queryOptions({
    queryKey: ['rules', 'terms', id],
    queryFn: () =>
      unwrap(client.GET('/api/rules/customers/{id}/terms', { params: { path: { id } } })),
  });

/** Sets the terms of a customer's invoices that state none. */
export const keepTerms = (id: number, words: string) =>
  unwrap(
    client.PUT('/api/rules/customers/{id}/terms', { params: { path: { id } }, body: { words } }),
  );

export type PaperWanted = Schemas['PaperWanted'];

/** Sets beside which money a paper is wanted. */
export const keepPapersWanted = (methods: PaperWanted['method'][]) =>
  unwrap(client.PUT('/api/rules/papers', { body: { methods } }));

export type PersonOfHouse = Schemas['RulesView']['people'][number];
export type PersonLimit = PersonOfHouse['own'][number];

/** Sets what holds for one person alone. */
export const keepPersonLimits = (id: number, own: PersonLimit[]) =>
  unwrap(client.PUT('/api/rules/people/{id}/limits', { params: { path: { id } }, body: { own } }));

export const keepRates = (withheld: string) =>
  unwrap(client.PUT('/api/rules/withheld-rates', { body: { withheld } }));

export type Reason = Schemas['RulesView']['reasons'][number];
export type FreeAccount = Schemas['FreeAccount'];

export const keepReason = (reason: Schemas['ReasonRequest']) =>
  unwrap(client.PUT('/api/rules/reasons', { body: reason }));

export type Payer = Schemas['PayerView'];

export const payersQuery = (find: string) =>
  queryOptions({
    queryKey: ['payers', find],
    queryFn: () => unwrap(client.GET('/api/payers', { params: { query: { find } } })),
    placeholderData: (before) => before,
  });

export const whoPaysQuery = (id: number) =>
  queryOptions({
    queryKey: ['payers', 'of', id],
    queryFn: () => unwrap(client.GET('/api/payers/customers/{id}', { params: { path: { id } } })),
  });

export type ExchangeRate = Schemas['RateView'];

export const keepExchangeRate = (rate: Schemas['RateRequest']) =>
  unwrap(client.PUT('/api/rules/exchange-rates', { body: rate }));

export const bringExchangeRates = (text: string) =>
  unwrap(client.PUT('/api/rules/exchange-rates/file', { body: { text } }));

export const keepLimits = (limits: Limits) =>
  unwrap(client.PUT('/api/rules/limits', { body: limits }));

export const learningQuery = queryOptions({
  queryKey: ['learning'],
  queryFn: () => unwrap(client.GET('/api/learning')),
});

export const fitWeights = () => unwrap(client.POST('/api/learning/fit'));

export const dropFit = () => unwrap(client.DELETE('/api/learning/fit'));
