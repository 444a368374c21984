import { CERTAINTIES, type Certainty } from '../../components/CertaintyMark';
import type { ListField } from '../../components/conditions';
import type { PileRow } from './deskApi';

/** How each person likes to see the pile. */
export interface PileLook {
  order: PileOrder;
  /** Rows of one line. */
  low: boolean;
  /** Money that was paid out is not shown. */
  inOnly: boolean;
  /** Whose work is shown; what was kept before there was such a choice has none. */
  whose?: Whose;
}

export const WHOSE = {
  all: 'everybody’s',
  mine: 'mine',
  nobody: 'nobody’s',
} as const;

export type Whose = keyof typeof WHOSE;

/** Whether a row is to be seen by somebody who wants that of these people. */
export function isOf(row: PileRow, whose: Whose, me: string): boolean {
  return whose === 'all' || row.responsible === (whose === 'mine' ? me : '');
}

export const USUAL_LOOK: PileLook = { order: 'certainty', low: false, inOnly: false };

export const PILE_ORDERS = {
  certainty: 'surest first',
  bank: 'the bank’s order',
  amount: 'largest first',
  age: 'oldest first',
  payer: 'by payer',
} as const;

export type PileOrder = keyof typeof PILE_ORDERS;

/** The order that comes after one, and after the last the first. */
export function nextOrder<T extends string>(orders: Record<T, string>, order: T): T {
  const all = Object.keys(orders) as T[];
  return all[(all.indexOf(order) + 1) % all.length] ?? order;
}

/** By what the pile is narrowed. */
export const PILE_FIELDS: ListField<PileRow>[] = [
  { key: 'payer', words: 'payer', kind: 'text', of: (r) => r.payer },
  { key: 'text', words: 'bank’s text', kind: 'text', of: (r) => r.text },
  { key: 'reference', words: 'bank’s reference', kind: 'text', of: (r) => r.reference },
  {
    key: 'amount',
    words: 'amount',
    kind: 'amount',
    of: (r) => r.amountMinor,
    currency: (r) => r.currency,
  },
  { key: 'date', words: 'booked', kind: 'date', of: (r) => r.date },
  { key: 'method', words: 'method', kind: 'text', of: (r) => r.method },
  { key: 'account', words: 'came into', kind: 'text', of: (r) => r.account },
  { key: 'currency', words: 'currency', kind: 'text', of: (r) => r.currency },
  { key: 'proposal', words: 'proposal', kind: 'text', of: (r) => r.words },
  { key: 'how', words: 'rests on', kind: 'text', of: (r) => r.ground },
  { key: 'sure', words: 'how sure', kind: 'text', of: (r) => CERTAINTIES[r.certainty].words },
  {
    key: 'paper',
    words: 'paper',
    kind: 'text',
    of: (r) => (r.lacksPaper ? 'lacks one' : 'has one, or none is wanted'),
  },
  { key: 'whose', words: 'looked after by', kind: 'text', of: (r) => r.responsible },
  { key: 'hand', words: 'who is on it', kind: 'text', of: (r) => r.workedBy.join(' ') },
];

const SUREST: Certainty[] = ['SURE', 'LIKELY', 'THIN', 'NOTHING_YET'];

const COMPARE: Record<PileOrder, (a: PileRow, b: PileRow) => number> = {
  certainty: (a, b) => SUREST.indexOf(a.certainty) - SUREST.indexOf(b.certainty),
  bank: (a, b) => a.account.localeCompare(b.account) || a.date.localeCompare(b.date) || a.id - b.id,
  amount: (a, b) => Math.abs(b.amountMinor) - Math.abs(a.amountMinor),
  age: (a, b) => a.date.localeCompare(b.date) || a.id - b.id,
  payer: (a, b) => a.payer.localeCompare(b.payer) || a.date.localeCompare(b.date),
};

/** A part of the pile with its heading; by certainty there are several, else one without. */
export interface PileGroup {
  certainty: Certainty | undefined;
  /** Whether somebody is asked about them, and the day of the next look has not come. */
  asked: boolean;
  rows: PileRow[];
}

/** Rows in the order that a person chose. Sorting keeps what was equal where it was. */
export function grouped(rows: PileRow[], order: PileOrder): PileGroup[] {
  const rests = (row: PileRow) => row.question !== undefined && !row.question.due;
  const now = rows.filter((r) => !rests(r));
  const groups =
    order === 'certainty'
      ? SUREST.map((certainty) => ({
          certainty,
          asked: false,
          rows: now.filter((r) => r.certainty === certainty),
        }))
      : [{ certainty: undefined, asked: false, rows: [...now].sort(COMPARE[order]) }];
  const asked = { certainty: undefined, asked: true, rows: rows.filter(rests) };
  return [...groups, asked].filter((g) => g.rows.length > 0);
}
