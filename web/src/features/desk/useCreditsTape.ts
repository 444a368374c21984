import { useState } from 'react';
import { askForCredits, type Choices, type Line, type Posted, postCredits } from './deskApi';
import { placedOf, type TapeAction } from './tape';
import { isBeyond, useDeskKeys } from './useTape';
import { actByLetter, type TapeLines, useTapeLines } from './useTapeLines';

interface Options {
  currency: string;
  choices: Choices;
  initial: Line[];
  customerId: number | undefined;
  posted: (answer: Posted) => void;
  /** It waits for a second person now. */
  asked: (why: string) => void;
}

/** A tape without money, and what may be done with it. */
export interface CreditsTape extends TapeLines {
  busy: boolean;
  /** What is left is paid back. */
  payBack: () => void;
  /** Posts it; what is paid back is let wait, for two decide that. */
  finish: () => void;
  /** Whether to finish it is to let it wait. */
  waits: boolean;
  onKey: (event: React.KeyboardEvent) => boolean;
}

export function useCreditsTape(options: Options): CreditsTape {
  const { currency, posted, asked } = options;
  const work = useTapeLines({ ...options, amountMinor: 0, withMoney: false });
  const { lines, left, change, setProblem } = work;
  const [busy, setBusy] = useState(false);
  const waits = lines.some((l) => l.kind === 'TO_PAY') || isBeyond(work.refusedBy);

  const act = async () => {
    if (busy) {
      return;
    }
    setBusy(true);
    await work.attempt(async () => {
      if (waits) {
        asked((await askForCredits(currency, lines)).why);
      } else {
        posted(await postCredits(currency, lines, work.onceKey()));
      }
    });
    setBusy(false);
  };

  const payBack = () => {
    if (left <= 0) {
      setProblem('Nothing is left that could be paid back.');
    } else {
      change({ type: 'add', line: { kind: 'TO_PAY', amountMinor: left } });
    }
  };

  useDeskKeys({ undo: () => change({ type: 'undo' }), post: () => void act() });

  /** Nothing is received: what is ticked is placed as far as the other side reaches. */
  const fitted = (action: TapeAction): TapeAction => {
    if (action.type !== 'tick' || placedOf(lines, action.item.id) > 0) {
      return action;
    }
    const reach = action.item.credit ? -left : left;
    const open = Math.abs(action.item.openMinor);
    return reach > 0 && reach < open ? { type: 'place', item: action.item, minor: reach } : action;
  };

  return {
    ...work,
    change: (action) => change(fitted(action)),
    busy,
    payBack,
    finish: () => void act(),
    waits,
    onKey: (event) => actByLetter({ ...work.letters, p: payBack }, event),
  };
}
