import { parseAmount, words } from '../../money/money';
import type { Slip, SlipAsKept, SlipLine } from './depositsApi';

/** A slip as it stands on the screen, with what is typed and not yet an amount. */
export interface SlipDraft {
  accountId: number;
  date: string;
  receipts: number[];
  lines: SlipLine[];
  /** By the value of the piece. */
  counts: Record<string, string>;
  counted: string;
}

/** What the browser shows of a slip that the server keeps. */
export function draftOf(slip: Slip): SlipDraft {
  return {
    accountId: slip.accountId,
    date: slip.date,
    receipts: slip.receipts,
    lines: slip.lines,
    counts: Object.fromEntries(
      slip.pieces.filter((p) => p.count > 0).map((p) => [p.valueMinor, String(p.count)]),
    ),
    counted: slip.countedMinor === undefined ? '' : words(slip.countedMinor, slip.currency),
  };
}

/** What is kept of it; undefined while something typed is no number. */
export function keptOf(draft: SlipDraft, slip: Slip, version: number): SlipAsKept | undefined {
  const counted =
    draft.counted.trim() === '' ? undefined : parseAmount(draft.counted, slip.currency);
  const pieces: SlipAsKept['pieces'] = [];
  for (const [value, typed] of Object.entries(draft.counts)) {
    if (typed.trim() !== '') {
      if (!/^-?\d{1,7}$/.test(typed.trim())) {
        return undefined;
      }
      pieces.push({ valueMinor: Number(value), count: Number(typed) });
    }
  }
  if (draft.counted.trim() !== '' && counted === undefined) {
    return undefined;
  }
  return {
    accountId: draft.accountId,
    date: draft.date,
    receipts: draft.receipts,
    lines: draft.lines,
    pieces,
    ...(counted === undefined ? {} : { countedMinor: counted }),
    version,
  };
}

/** What the counted pieces come to; undefined where none is counted. */
export function piecesMinor(draft: SlipDraft): number | undefined {
  const counted = Object.entries(draft.counts).filter(([, typed]) => /^\d+$/.test(typed.trim()));
  return counted.length === 0
    ? undefined
    : counted.reduce((sum, [value, typed]) => sum + Number(value) * Number(typed), 0);
}
