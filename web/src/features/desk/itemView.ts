import type { ListField } from '../../components/conditions';
import type { Item } from './deskApi';

/** By what items are narrowed. */
export const ITEM_FIELDS: ListField<Item>[] = [
  { key: 'number', words: 'number', kind: 'text', of: (i) => i.number },
  { key: 'order', words: 'order', kind: 'text', of: (i) => i.orderNumber ?? '' },
  { key: 'customer', words: 'customer', kind: 'text', of: (i) => i.customer },
  { key: 'kind', words: 'kind', kind: 'text', of: (i) => i.kind },
  {
    key: 'open',
    words: 'open',
    kind: 'amount',
    of: (i) => i.openMinor,
    currency: (i) => i.currency,
  },
  {
    key: 'total',
    words: 'total',
    kind: 'amount',
    of: (i) => i.totalMinor,
    currency: (i) => i.currency,
  },
  { key: 'date', words: 'date', kind: 'date', of: (i) => i.date },
  { key: 'due', words: 'due', kind: 'date', of: (i) => i.due ?? '' },
  { key: 'late', words: 'late', kind: 'text', of: (i) => (i.late ? 'late' : 'not late') },
  { key: 'currency', words: 'currency', kind: 'text', of: (i) => i.currency },
];

export const ITEM_ORDERS = {
  usual: 'oldest first',
  due: 'earliest due',
  amount: 'largest first',
  number: 'by number',
} as const;

export type ItemOrder = keyof typeof ITEM_ORDERS;

const LAST = '9999';

const COMPARE: Record<Exclude<ItemOrder, 'usual'>, (a: Item, b: Item) => number> = {
  due: (a, b) => (a.due ?? LAST).localeCompare(b.due ?? LAST),
  amount: (a, b) => Math.abs(b.openMinor) - Math.abs(a.openMinor),
  number: (a, b) => a.number.localeCompare(b.number, undefined, { numeric: true }),
};

/** Items in the order that a person chose; the usual one is how the server gives them. */
export function inOrder(items: Item[], order: ItemOrder): Item[] {
  return order === 'usual' ? items : [...items].sort(COMPARE[order]);
}
