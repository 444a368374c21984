import { queryOptions } from '@tanstack/react-query';
import { client, type Schemas, unwrap } from '../../api/client';

export type Member = Schemas['PersonOfTeam'];
export type Right = Member['rights'][number];
export type Team = Schemas['TeamView'];

export const teamQuery = queryOptions({
  queryKey: ['people'],
  queryFn: () => unwrap(client.GET('/api/people')),
});

const path = (id: number) => ({ params: { path: { id } } });

/** Answers the token of the link by which the person sets a password. */
export const invite = (name: string, rights: Right[]) =>
  unwrap(client.POST('/api/people', { body: { name, rights } }));

export const newLink = (id: number) => unwrap(client.POST('/api/people/{id}/link', path(id)));

export const changeRights = (id: number, rights: Right[]) =>
  unwrap(client.PUT('/api/people/{id}/rights', { ...path(id), body: { rights } }));

export const releaseRights = (id: number) =>
  unwrap(client.POST('/api/people/{id}/rights/release', path(id)));

export const turnDownRights = (id: number) =>
  unwrap(client.DELETE('/api/people/{id}/rights/waiting', path(id)));

export const lockOut = (id: number, locked: boolean) =>
  unwrap(client.PUT('/api/people/{id}/lock', { ...path(id), body: { locked } }));

export const endSessions = (id: number) =>
  unwrap(client.DELETE('/api/people/{id}/sessions', path(id)));

export type SetUpOfHouse = Schemas['SetUpView'];
export type Account = Schemas['AccountOfHouse'];
export type TaxCode = Schemas['TaxCodeOfHouse'];

export const setUpQuery = queryOptions({
  queryKey: ['set-up'],
  queryFn: () => unwrap(client.GET('/api/set-up')),
});

export const addBankAccount = (body: Schemas['BankAccountAnswers']) =>
  unwrap(client.POST('/api/set-up/bank-accounts', { body }));

export const addAccount = (body: Schemas['AccountRequest']) =>
  unwrap(client.POST('/api/set-up/accounts', { body }));

export const changeAccount = (code: string, body: Schemas['AccountChange']) =>
  unwrap(client.PUT('/api/set-up/accounts/{code}', { params: { path: { code } }, body }));

export const bringAccounts = (text: string) =>
  unwrap(client.POST('/api/set-up/accounts/file', { body: { text } }));

export const setTaxRate = (body: Schemas['TaxRateRequest']) =>
  unwrap(client.PUT('/api/set-up/tax-rates', { body }));

export const addTaxCode = (body: Schemas['TaxCodeRequest']) =>
  unwrap(client.POST('/api/set-up/tax-codes', { body }));

export const backupsQuery = queryOptions({
  queryKey: ['backups'],
  queryFn: () => unwrap(client.GET('/api/backups')),
});

export const backUp = () => unwrap(client.POST('/api/backups'));
