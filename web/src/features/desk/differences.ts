import { shortDate, words } from '../../money/money';
import type { Choices, Item, Line } from './deskApi';
import type { TapeAction } from './tape';

/** One way to account for what is missing or left. */
export interface Difference {
  words: string;
  /** Empty where the account is still to be named. */
  action: TapeAction | undefined;
}

interface Situation {
  left: number;
  paidOut: boolean;
  withMoney: boolean;
  lines: Line[];
  currency: string;
  choices: Choices;
  /** The item that the clerk is at, if it is on the tape. */
  item: Item | undefined;
  customerId: number | undefined;
}

/** What may be done about a tape that does not come to zero, in the order of how often it is. */
export function differencesFor(s: Situation): Difference[] {
  if (s.left === 0) {
    return [];
  }
  if (s.paidOut) {
    return s.left < 0 ? [toAccount(s, -s.left)] : [];
  }
  return s.left < 0 ? missing(s, -s.left) : over(s, s.left);
}

function missing(s: Situation, minor: number): Difference[] {
  const target = targetOf(s);
  const amount = words(minor, s.currency);
  const reasons = s.choices.reasons
    .filter((r) => (!r.namesItem || target) && (s.withMoney || r.kind === 'GRANTED'))
    .filter((r) => !r.retired && (!r.ofExchange || hasExchange(s)))
    .sort((one, other) => Number(other.ofExchange) - Number(one.ofExchange))
    .map((r) => ({
      words: `${amount} ${r.words}${r.namesItem ? ' on ' + (target?.item?.number ?? '') : ''}`,
      action: {
        type: 'add' as const,
        line: {
          kind: r.kind,
          amountMinor: minor,
          reason: r.code,
          ...(r.namesItem ? { itemId: target?.itemId, item: target?.item } : {}),
        },
      },
    }));
  const open =
    target?.itemId !== undefined && target.amountMinor > minor
      ? s.choices.shortPays.map((p) => ({
          words: `${amount} stays open on ${target.item?.number ?? ''}: ${p.words}`,
          action: {
            type: 'leaveOpen' as const,
            itemId: target.itemId ?? 0,
            minor,
            shortPay: p.code,
          },
        }))
      : [];
  // who bears what banks keep owes it still
  const theirs = s.customerId !== undefined && s.choices.bearCharges.includes(s.customerId);
  const first = theirs ? open.filter((o) => o.action.shortPay === CHARGE) : [];
  return [...first, ...reasons, ...open.filter((o) => !first.includes(o))];
}

const CHARGE = 'CHARGE_DISPUTED';

function hasExchange(s: Situation): boolean {
  return s.lines.some((l) => l.exchange);
}

function targetOf(s: Situation): Line | undefined {
  const settled = s.lines.filter((l) => l.kind === 'SETTLES');
  return settled.find((l) => l.itemId === s.item?.id) ?? settled.at(-1);
}

function over(s: Situation, minor: number): Difference[] {
  const amount = words(minor, s.currency);
  const line = (kind: Line['kind'], more: Partial<Line> = {}) => ({
    type: 'add' as const,
    line: { kind, amountMinor: minor, ...more },
  });
  const onAccount =
    s.customerId === undefined
      ? []
      : [
          {
            words: `${amount} stays on account`,
            action: line('ON_ACCOUNT', { customerId: s.customerId }),
          },
        ];
  const gain = hasExchange(s) ? s.choices.exchangeGain : undefined;
  return [
    ...(gain
      ? [
          {
            words: `${amount} gained by exchange`,
            action: line('TO_ACCOUNT', { account: gain.code }),
          },
        ]
      : []),
    ...onAccount,
    ...(s.withMoney ? [{ words: `${amount} is unidentified`, action: line('UNIDENTIFIED') }] : []),
    toAccount(s, minor),
  ];
}

function toAccount(s: Situation, minor: number): Difference {
  return { words: `${words(minor, s.currency)} to a ledger account …`, action: undefined };
}

/** A line of a tape in words. */
export function lineWords(line: Line, choices: Choices): string {
  const reason = choices.reasons.find((r) => r.code === line.reason)?.words;
  const kind = choices.kinds.find((k) => k.kind === line.kind)?.words ?? '';
  const account = [
    ...choices.accounts,
    ...(choices.exchangeGain ? [choices.exchangeGain] : []),
  ].find((a) => a.code === line.account);
  if (line.kind === 'SETTLES' || line.kind === 'CREDIT_USED') {
    return line.item?.number ?? '';
  }
  if (line.kind === 'TAKEN_BACK') {
    return `${reason ?? ''} ${kind}${line.item ? ', ' + line.item.number : ''}`;
  }
  if (line.returned !== undefined) {
    return `${line.item?.number ?? ''} ${kind}`;
  }
  if (account) {
    return `${account.number} ${account.words}`;
  }
  if (line.kind === 'TRANSFER') {
    return `${kind}, ${choices.own.find((o) => o.code === line.account)?.words ?? ''}`;
  }
  const whose = line.customer ? 'of ' + line.customer : '';
  return line.kind === 'OWED'
    ? `owed by ${line.customer ?? 'the customer'}`
    : [reason ?? kind, line.item ? 'on ' + line.item.number : whose].join(' ').trim();
}

/** An item in another currency: by how much it moves, and the rate. */
function exchangeWords({ currency, minor, rate, date }: NonNullable<Line['exchange']>): string {
  const amount = minor === undefined ? currency : `${currency}\u00a0${words(minor, currency)}`;
  return `${amount} at ${rate} of ${shortDate(date)}`;
}

/** What stands small beside a line. */
export function lineDetail(line: Line, choices: Choices): string {
  const shortPay = choices.shortPays.find((p) => p.code === line.shortPay);
  const tax = choices.taxCodes.find((t) => t.code === line.taxCode);
  return [
    line.exchange && exchangeWords(line.exchange),
    shortPay && `rest stays open: ${shortPay.words}`,
    tax && `with ${tax.words}`,
    line.meantFor && `meant for ${line.meantFor}`,
    line.note,
  ]
    .filter(Boolean)
    .join(' · ');
}
