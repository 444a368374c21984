import type { ListField } from '../../components/conditions';
import { words } from '../../money/money';
import { ownColumns } from '../trail';
import type { Item } from './deskApi';

const ITEM_FIELDS: ListField<Item>[] = [
  { key: 'number', words: 'number', kind: 'text', of: (i) => i.number },
  { key: 'order', words: 'order', kind: 'text', of: (i) => i.orderNumber ?? '' },
  { key: 'customer', words: 'customer', kind: 'text', of: (i) => i.customer },
  { key: 'terms', words: 'terms', kind: 'text', of: (i) => i.terms ?? '' },
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

/** The house's own columns of an item, read once. */
function ownOf(item: Item): Record<string, unknown> {
  let own = OWN.get(item);
  if (!own) {
    own = ownColumns(item.extra);
    OWN.set(item, own);
  }
  return own;
}

const OWN = new WeakMap<Item, Record<string, unknown>>();

/** By what some items are narrowed: what all have, and the house's own columns among them. */
export function fieldsOf(items: Item[]): ListField<Item>[] {
  const names = new Set(items.flatMap((i) => Object.keys(ownOf(i))));
  return [
    ...ITEM_FIELDS,
    ...[...names].sort().map((name): ListField<Item> => ({
      key: `own ${name}`,
      words: name,
      kind: 'text',
      of: (i) => String(ownOf(i)[name] ?? ''),
    })),
  ];
}

/** What each row shows whatever a person chose. */
const ALWAYS = ['number', 'open', 'date', 'due'];

/** Columns that a person may have beside those that are always there. */
export function columnsOf(fields: ListField<Item>[]): ListField<Item>[] {
  return fields.filter((f) => !ALWAYS.includes(f.key));
}

/** What stands in the cell of a column. */
export function cellOf(item: Item, field: ListField<Item>): string {
  const value = field.of(item);
  return typeof value === 'number' ? words(value, item.currency) : value;
}

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
