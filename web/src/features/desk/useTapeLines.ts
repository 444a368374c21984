import { newKey } from '../../api/newKey';
import { useCallback, useReducer, useRef, useState } from 'react';
import { codeOf, sentenceOf } from '../../api/client';
import { isInField } from '../../keyboard/keys';
import type { Choices, Item, Line } from './deskApi';
import { differencesFor, type Difference } from './differences';
import { leftOf, type TapeAction, tapeReducer } from './tape';

interface Options {
  /**
   * What the tape explains, in minor units; zero without money. Undefined while nobody has said
   * it: then it follows from what is placed.
   */
  amountMinor: number | undefined;
  currency: string;
  choices: Choices;
  /** What stands on it at first. */
  initial: Line[];
  /** Whose sum it is most likely. */
  customerId: number | undefined;
  /** An invoice or order that the payer names: what stays on account is meant for it. */
  meantFor?: string | undefined;
  /** Whether there is a sum: without one nothing was kept back, and nothing is unidentified. */
  withMoney: boolean;
}

/** What is being chosen below the tape. */
type Menu = 'differences' | 'account' | 'aside' | 'return' | 'question' | 'payers';

/** The lines of a tape that is being made, what is left, and what any tape may do about it. */
export interface TapeLines {
  lines: Line[];
  /** What it explains. */
  amountMinor: number;
  left: number;
  problem: string;
  change: (action: TapeAction) => void;
  /** Whether a person has changed it since it was opened. */
  touched: boolean;
  /** Takes back the last step; there is none on an untouched tape. */
  undo: (() => void) | undefined;
  onAccount: () => void;
  /** What may go to an account, while one is being chosen. */
  toAccountMinor: number | undefined;
  toggleToAccount: () => void;
  differences: Difference[] | undefined;
  toggleDifferences: () => void;
  /** The item that one is at, of which differences speak. */
  atItem: (item: Item | undefined) => void;
}

/** The same, for those who add acts of their own. */
export interface TapeLinesWork extends TapeLines {
  setProblem: (sentence: string) => void;
  /** Does something that may be refused; why it was is said, and whether it was done answered. */
  attempt: (act: () => Promise<void>) => Promise<boolean>;
  /** The code by which the lines as they are were refused last. */
  refusedBy: string | undefined;
  /** Names the request that posts the lines as they are. */
  onceKey: () => string;
  menu: Menu | undefined;
  toggle: (which: Menu) => void;
  /** Letters of tape and items with what they do. */
  letters: Record<string, () => void>;
}

export function useTapeLines(options: Options): TapeLinesWork {
  const { currency, choices, withMoney, meantFor } = options;
  const [state, dispatch] = useReducer(tapeReducer, { lines: options.initial, past: [] });
  const { lines, past } = state;
  const amountMinor = options.amountMinor ?? -leftOf(0, lines, choices);
  const [problem, setProblem] = useState('');
  const [refused, setRefused] = useState<{ of: Line[]; code: string }>();
  const key = useRef({ lines, value: newKey() });
  const [menu, setMenu] = useState<Menu>();
  const [item, setItem] = useState<Item>();
  const paidOut = amountMinor < 0;
  const left = leftOf(amountMinor, lines, choices);
  const toAccountMinor = paidOut ? -left : left;
  const customerId =
    lines.find((l) => l.item?.customerId !== undefined)?.item?.customerId ?? options.customerId;

  const change = useCallback(
    (action: TapeAction) => {
      setProblem('');
      setMenu(undefined);
      dispatch(
        action.type === 'add' && action.line.kind === 'ON_ACCOUNT' && meantFor
          ? { ...action, line: { ...action.line, meantFor } }
          : action,
      );
    },
    [meantFor],
  );

  const attempt = async (act: () => Promise<void>) => {
    setProblem('');
    try {
      await act();
      return true;
    } catch (e) {
      setProblem(sentenceOf(e));
      setRefused({ of: lines, code: codeOf(e) });
      return false;
    }
  };

  const onceKey = () => {
    if (key.current.lines !== lines) {
      key.current = { lines, value: newKey() };
    }
    return key.current.value;
  };

  const toggle = (which: Menu) => setMenu((open) => (open === which ? undefined : which));

  const onAccount = () => {
    if (left <= 0) {
      setProblem('Nothing is left that could stay on account.');
    } else if (customerId === undefined) {
      toggle('account');
    } else {
      const customer = lines.find((l) => l.item?.customerId === customerId)?.item?.customer;
      change({
        type: 'add',
        line: {
          kind: 'ON_ACCOUNT',
          amountMinor: left,
          customerId,
          ...(customer ? { customer } : {}),
        },
      });
    }
  };

  const toggleToAccount = () => {
    if (toAccountMinor <= 0) {
      setProblem('Nothing is left that could go to a ledger account.');
    } else {
      toggle('account');
    }
  };

  const situation = { left, paidOut, withMoney, lines, currency, choices, item, customerId };
  return {
    lines,
    amountMinor,
    left,
    problem,
    setProblem,
    attempt,
    refusedBy: refused?.of === lines ? refused.code : undefined,
    onceKey,
    change,
    touched: past.length > 0,
    undo: past.length > 0 ? () => change({ type: 'undo' }) : undefined,
    onAccount,
    toAccountMinor: menu === 'account' ? toAccountMinor : undefined,
    toggleToAccount,
    differences: menu === 'differences' ? differencesFor(situation) : undefined,
    toggleDifferences: () => toggle('differences'),
    atItem: setItem,
    menu,
    toggle,
    letters: { d: () => toggle('differences'), t: toggleToAccount, a: onAccount },
  };
}

/** Does what a letter says, where it is no letter of a field; says whether it did. */
export function actByLetter(letters: Record<string, () => void>, event: React.KeyboardEvent) {
  const act = letters[event.key.toLowerCase()];
  if (act && !event.ctrlKey && !event.altKey && !event.metaKey && !isInField(event)) {
    event.preventDefault();
    act();
    return true;
  }
  return false;
}
