import type { Choices, Item, Line } from './deskApi';

/** A tape that is being made, with the steps that led to it. */
export interface TapeState {
  lines: Line[];
  past: Line[][];
}

export type TapeAction =
  | { type: 'take'; lines: Line[] }
  | { type: 'tick'; item: Item }
  | { type: 'tickAll'; items: Item[]; on: boolean }
  | { type: 'place'; item: Item; minor: number }
  | { type: 'change'; index: number; minor: number }
  | { type: 'add'; line: Line }
  | { type: 'leaveOpen'; itemId: number; minor: number; shortPay: NonNullable<Line['shortPay']> }
  | { type: 'meant'; index: number; number: string }
  | { type: 'remove'; index: number }
  | { type: 'load'; lines: Line[] }
  | { type: 'undo' };

/** The work on one tape; every step can be taken back. */
export function tapeReducer(state: TapeState, action: TapeAction): TapeState {
  if (action.type === 'undo') {
    const before = state.past.at(-1);
    return before ? { lines: before, past: state.past.slice(0, -1) } : state;
  }
  if (action.type === 'load') {
    return { lines: action.lines, past: [] };
  }
  return { lines: changed(state.lines, action), past: [...state.past, state.lines] };
}

function changed(
  lines: Line[],
  action: Exclude<TapeAction, { type: 'undo' } | { type: 'load' }>,
): Line[] {
  switch (action.type) {
    case 'take':
      return action.lines;
    case 'tick':
      return isOn(lines, action.item.id)
        ? lines.filter((l) => l.itemId !== action.item.id)
        : [...lines, placing(action.item, openIn(action.item))];
    case 'tickAll':
      return action.on
        ? [...lines, ...action.items.map((i) => placing(i, openIn(i)))]
        : lines.filter((l) => !action.items.some((i) => i.id === l.itemId));
    case 'place':
      return action.minor === 0
        ? lines.filter((l) => l.itemId !== action.item.id)
        : isOn(lines, action.item.id)
          ? lines.map((l) => (isPlacing(l, action.item.id) ? withAmount(l, action.minor) : l))
          : [...lines, placing(action.item, action.minor)];
    case 'change':
      return lines.map((l, i) => (i === action.index ? withAmount(l, action.minor) : l));
    case 'add':
      return [...lines, action.line];
    case 'leaveOpen':
      return lines.map((l) =>
        isPlacing(l, action.itemId)
          ? { ...withAmount(l, l.amountMinor - action.minor), shortPay: action.shortPay }
          : l,
      );
    case 'meant':
      return lines.map((l, i) => (i === action.index ? meant(l, action.number) : l));
    case 'remove':
      return lines.filter((_, i) => i !== action.index);
  }
}

/** What a line that stays on account is to pay; nothing where no number is given. */
function meant(line: Line, number: string): Line {
  const changed = { ...line };
  delete changed.meantFor;
  return number.trim() === '' ? changed : { ...changed, meantFor: number.trim() };
}

/** Of an item that is settled whole no rest stays open. */
function withAmount(line: Line, minor: number): Line {
  const changed = { ...line, amountMinor: minor };
  if (line.item && minor >= openIn(line.item)) {
    delete changed.shortPay;
  }
  if (line.exchange && line.item && line.item.worth) {
    changed.exchange = exchangeOf(line.item, minor);
  }
  return changed;
}

/** What is open of an item, above zero, in the currency of the money. */
export function openIn(item: Item): number {
  return Math.abs(item.worth?.openMinor ?? item.openMinor);
}

/** All of an item falls with all that it is worth; of a part the rate says how much. */
function exchangeOf(item: Item, minor: number): Line['exchange'] {
  return item.worth
    ? {
        currency: item.currency,
        rate: item.worth.rate,
        date: item.worth.date,
        ...(minor === openIn(item) ? { minor: Math.abs(item.openMinor) } : {}),
      }
    : undefined;
}

function placing(item: Item, minor: number): Line {
  return {
    kind: item.credit ? 'CREDIT_USED' : 'SETTLES',
    amountMinor: minor,
    itemId: item.id,
    item,
    ...(item.worth ? { exchange: exchangeOf(item, minor) } : {}),
  };
}

function isPlacing(line: Line, itemId: number): boolean {
  return line.itemId === itemId && (line.kind === 'SETTLES' || line.kind === 'CREDIT_USED');
}

function isOn(lines: Line[], itemId: number): boolean {
  return lines.some((l) => isPlacing(l, itemId));
}

/** How much of an item a tape places, in minor units. */
export function placedOf(lines: Line[], itemId: number): number {
  return lines.filter((l) => isPlacing(l, itemId)).reduce((sum, l) => sum + l.amountMinor, 0);
}

/** The side of a line, as the server states it for its kind. */
export function sideOf(line: Line, paidOut: boolean, choices: Choices): number {
  const kind = choices.kinds.find((k) => k.kind === line.kind);
  return (paidOut ? kind?.sidePaidOut : kind?.side) ?? 0;
}

/** What is left to place while typing; the server's own sum counts. */
export function leftOf(amountMinor: number, lines: Line[], choices: Choices): number {
  return lines.reduce(
    (left, l) => left + sideOf(l, amountMinor < 0, choices) * l.amountMinor,
    amountMinor,
  );
}

/** What tells one tape from another, whatever the order of their lines. */
export function keyOf(lines: Line[]): string {
  return lines
    .map((l) =>
      [
        l.kind,
        l.amountMinor,
        l.itemId,
        l.reason,
        l.shortPay,
        l.account,
        l.taxCode,
        l.note,
        l.customerId,
        l.returned,
        l.meantFor,
      ].join(),
    )
    .sort()
    .join(';');
}

/** Whether two tapes say the same. */
export function sameLines(one: Line[], other: Line[]): boolean {
  return keyOf(one) === keyOf(other);
}
