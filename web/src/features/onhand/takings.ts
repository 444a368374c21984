import { parseAmount } from '../../money/money';
import type { Takings } from './receiptsApi';

/** A line of the form, as it is typed: something that was sold, or cash that was taken out. */
export interface SoldDraft {
  kind: 'SOLD' | 'PAID_OUT';
  account: string;
  taxCode: string;
  amount: string;
  tax: string;
  note: string;
}

/** How some of it was paid, as it is typed. */
export interface PaidDraft {
  method: string;
  amount: string;
  number: string;
  invoice: string;
}

export interface Draft {
  till: string;
  day: string;
  currency: string;
  sold: SoldDraft[];
  paid: PaidDraft[];
  change: string;
}

const SALES = '4000';
const RETURNED = '4100';

export const newSold = (kind: SoldDraft['kind'], like?: SoldDraft): SoldDraft => ({
  kind,
  account: kind === 'SOLD' ? SALES : RETURNED,
  taxCode: like?.taxCode ?? '',
  amount: '',
  tax: '',
  note: '',
});

export const newPaid = (method: string): PaidDraft => ({
  method,
  amount: '',
  number: '',
  invoice: '',
});

const isTyped = (row: { amount: string }) => row.amount.trim() !== '';

/** What is typed, to be sent; nothing while an amount is none. */
export function toRequest(draft: Draft): Takings | undefined {
  const amounts: string[] = [
    ...draft.sold.filter(isTyped).map((s) => s.amount),
    ...draft.sold.filter((s) => isTyped(s) && s.tax.trim() !== '').map((s) => s.tax),
    ...draft.paid.filter(isTyped).map((p) => p.amount),
    ...(draft.change.trim() === '' ? [] : [draft.change]),
  ];
  if (amounts.some((a) => parseAmount(a, draft.currency) === undefined)) {
    return undefined;
  }
  const minor = (text: string) => parseAmount(text, draft.currency) ?? 0;
  return {
    till: draft.till,
    day: draft.day,
    currency: draft.currency,
    sold: draft.sold.filter(isTyped).map((s) => ({
      kind: s.kind,
      account: s.account,
      amountMinor: minor(s.amount),
      note: s.note,
      ...(s.taxCode ? { taxCode: s.taxCode } : {}),
      ...(s.taxCode && s.tax.trim() !== '' ? { taxMinor: minor(s.tax) } : {}),
    })),
    paid: draft.paid.filter(isTyped).map((p) => ({
      method: p.method,
      amountMinor: minor(p.amount),
      number: p.number,
      ...(p.invoice.trim() ? { invoice: p.invoice.trim() } : {}),
    })),
    changeMinor: minor(draft.change),
  };
}
