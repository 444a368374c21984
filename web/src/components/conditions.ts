import { parseAmount } from '../money/money';

/** A field of a list by which it is narrowed. */
export interface ListField<T> {
  key: string;
  words: string;
  kind: 'text' | 'amount' | 'date';
  of: (row: T) => string | number;
  /** The currency in which amounts of a row are. */
  currency?: (row: T) => string;
}

/** How a field is compared; the words stand in the choice. */
export const COMPARISONS = {
  text: { has: 'contains', not: 'does not contain', is: 'is', begins: 'begins with' },
  amount: { between: 'lies between', is: 'is' },
  date: { between: 'lies between', is: 'is' },
} as const;

/** One condition, as it stands in the address: field, comparison, value, end of a span. */
export interface Condition {
  field: string;
  how: string;
  value: string;
  until: string;
}

/** The conditions of an address; what cannot be read is none. */
export function conditionsIn(written: string): Condition[] {
  return written
    .split(';')
    .filter((c) => c.includes('~'))
    .map((c) => {
      const [field = '', how = '', value = '', until = ''] = c.split('~').map(decodeURIComponent);
      return { field, how, value, until };
    });
}

export function written(conditions: Condition[]): string {
  return conditions
    .map((c) => [c.field, c.how, c.value, c.until].map(encodeURIComponent).join('~'))
    .join(';');
}

/** Whether a row meets all of the conditions; one that is not filled in yet asks for nothing. */
export function meets<T>(row: T, conditions: Condition[], fields: ListField<T>[]): boolean {
  return conditions.every((c) => {
    const field = fields.find((f) => f.key === c.field);
    return !field || (c.value === '' && c.until === '') || meetsOne(row, c, field);
  });
}

function meetsOne<T>(row: T, c: Condition, field: ListField<T>): boolean {
  if (field.kind === 'amount') {
    const minor = Math.abs(Number(field.of(row)));
    const currency = field.currency?.(row) ?? '';
    const from = parseAmount(c.value, currency);
    const until = parseAmount(c.until, currency);
    return c.how === 'is'
      ? from === minor
      : (from === undefined || minor >= from) && (until === undefined || minor <= until);
  }
  const there = String(field.of(row)).toLowerCase();
  const value = c.value.trim().toLowerCase();
  if (field.kind === 'date') {
    return c.how === 'is'
      ? there === value
      : (value === '' || there >= value) && (c.until === '' || there <= c.until);
  }
  switch (c.how) {
    case 'not':
      return !there.includes(value);
    case 'is':
      return there === value;
    case 'begins':
      return there.startsWith(value);
    default:
      return there.includes(value);
  }
}
