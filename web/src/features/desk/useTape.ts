import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { isInField } from '../../keyboard/keys';
import {
  type AsideReason,
  type Choices,
  type Item,
  type Judged,
  keepDraft,
  type Line,
  type Money,
  pair,
  post,
  type Posted,
  postingKey,
  setAside,
} from './deskApi';
import { differencesFor, type Difference } from './differences';
import { draftKept } from './drafts';
import { keyOf, leftOf, type TapeAction, tapeReducer } from './tape';

interface Options {
  money: Money;
  choices: Choices;
  posted: (answer: Posted) => void;
  putBy: () => void;
  /** It was taken out of the work. */
  aside: (words: string) => void;
}

/** A tape that is being made: its lines, what is left, and what may be done with it. */
export interface TapeWork {
  lines: Line[];
  left: number;
  judged: Judged | undefined;
  problem: string;
  posting: boolean;
  differences: Difference[] | undefined;
  change: (action: TapeAction) => void;
  post: () => void;
  putBy: () => void;
  /** Takes back the last step; there is none on an untouched tape. */
  undo: (() => void) | undefined;
  onAccount: () => void;
  /** What may go to an account, while one is being chosen. */
  toAccountMinor: number | undefined;
  toggleToAccount: () => void;
  toggleDifferences: () => void;
  /** The bank corrected itself: this sum and another explain each other. */
  pairWith: (other: number) => void;
  /** Whether the receipt is being chosen that the bank takes back. */
  returnOpen: boolean;
  toggleReturn: () => void;
  /** Whether a reason is being chosen for which the sum is set aside. */
  asideOpen: boolean;
  toggleAside: () => void;
  setAside: (reason: AsideReason, note: string) => void;
  atItem: (item: Item | undefined) => void;
  onKey: (event: React.KeyboardEvent) => boolean;
}

/** What is being chosen below the tape. */
type Menu = 'differences' | 'account' | 'aside' | 'return';

const KEEP_AFTER = 150;

export function useTape({ money, choices, posted, putBy, aside }: Options): TapeWork {
  const [state, dispatch] = useReducer(tapeReducer, {
    lines: standing(money),
    past: [],
  });
  const { lines, past } = state;
  /** What was last known to stand on the server. */
  const known = useRef(keyOf(lines));
  const keeping = useRef(Promise.resolve());
  const [judged, setJudged] = useState<Judged>();
  const [problem, setProblem] = useState('');
  const [menu, setMenu] = useState<Menu>();
  const [item, setItem] = useState<Item>();
  const queries = useQueryClient();
  const key = useRef({ lines, value: crypto.randomUUID() });
  const pairKey = useRef(crypto.randomUUID());
  const paidOut = money.amountMinor < 0;
  const left = leftOf(money.amountMinor, lines, choices);
  const customerId =
    lines.find((l) => l.item?.customerId !== undefined)?.item?.customerId ?? money.customerId;

  // another window of the same person has gone on with the tape; what is typed here comes first
  useEffect(() => {
    const there = keyOf(standing(money));
    const untouched = keyOf(lines) === known.current;
    if (there !== known.current && untouched) {
      known.current = there;
      dispatch({ type: 'load', lines: standing(money) });
    }
    // only what comes from the server is looked at
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [money.draft]);

  const change = useCallback((action: TapeAction) => {
    setProblem('');
    setJudged(undefined);
    setMenu(undefined);
    dispatch(action);
  }, []);

  const posting = useMutation({
    mutationKey: postingKey(money.id),
    mutationFn: async () => {
      // a draft that is on its way would come after the posting, and be refused
      await keeping.current;
      if (key.current.lines !== lines) {
        key.current = { lines, value: crypto.randomUUID() };
      }
      return post(money.id, lines, key.current.value);
    },
    onSuccess: posted,
    onError: (e) => {
      setProblem(sentenceOf(e));
      void queries.invalidateQueries({ queryKey: ['desk', 'items'] });
    },
  });

  // while it is being posted it is not kept besides, and afterwards only where it was refused
  const leaves = posting.isPending || posting.isSuccess;
  useEffect(() => {
    if (past.length === 0 || leaves) {
      return undefined;
    }
    const timer = setTimeout(() => {
      known.current = keyOf(lines);
      keeping.current = keepDraft(money.id, lines, false).then(
        (answer) => {
          setJudged(answer);
          draftKept(money.id);
        },
        (e: unknown) => setProblem(sentenceOf(e)),
      );
    }, KEEP_AFTER);
    return () => clearTimeout(timer);
  }, [lines, past.length, money.id, leaves]);

  const tryToPost = () => {
    setProblem('');
    posting.mutate();
  };

  const setBy = async () => {
    try {
      await keepDraft(money.id, lines, true);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      putBy();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  const putAside = async (reason: AsideReason, note: string) => {
    setProblem('');
    try {
      aside((await setAside(money.id, reason, note)).words);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  const toAccountMinor = paidOut ? -left : left;
  const toggle = (which: Menu) => setMenu((open) => (open === which ? undefined : which));
  const pairWith = async (other: number) => {
    setProblem('');
    try {
      posted(await pair(money.id, other, pairKey.current));
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

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

  useDeskKeys({ undo: () => change({ type: 'undo' }), post: tryToPost });

  const letters: Record<string, () => void> = {
    d: () => toggle('differences'),
    t: toggleToAccount,
    a: onAccount,
    b: () => void setBy(),
    x: () => toggle('aside'),
    ...(paidOut ? { r: () => toggle('return') } : {}),
  };

  return {
    lines,
    left,
    judged,
    problem,
    posting: posting.isPending,
    differences:
      menu === 'differences'
        ? differencesFor({
            left,
            paidOut,
            lines,
            currency: money.currency,
            choices,
            item,
            customerId,
          })
        : undefined,
    change,
    post: tryToPost,
    putBy: () => void setBy(),
    undo: past.length > 0 ? () => change({ type: 'undo' }) : undefined,
    onAccount,
    toAccountMinor: menu === 'account' ? toAccountMinor : undefined,
    toggleToAccount,
    toggleDifferences: () => toggle('differences'),
    pairWith: (other) => void pairWith(other),
    returnOpen: menu === 'return',
    toggleReturn: () => toggle('return'),
    asideOpen: menu === 'aside',
    toggleAside: () => toggle('aside'),
    setAside: (reason, note) => void putAside(reason, note),
    atItem: setItem,
    onKey: (event) => {
      const act = letters[event.key.toLowerCase()];
      if (act && !event.ctrlKey && !event.altKey && !event.metaKey && !isInField(event)) {
        event.preventDefault();
        act();
        return true;
      }
      return false;
    },
  };
}

/** What was kept, else what the machine proposes; nothing where it proposes nothing. */
function standing(money: Money): Line[] {
  const beside = money.besideProposed ? money.beside[0] : undefined;
  return money.draft ?? (beside ?? money.ways[money.chosen ?? -1])?.lines ?? [];
}

/** Ctrl+Enter posts from anywhere; Ctrl+Z takes back a step, but in a field it is the field's own. */
function useDeskKeys(acts: { undo: () => void; post: () => void }) {
  const latest = useRef(acts);
  useEffect(() => {
    latest.current = acts;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey && event.key === 'Enter' && !event.repeat) {
        event.preventDefault();
        latest.current.post();
      } else if (
        event.ctrlKey &&
        !event.shiftKey &&
        event.key.toLowerCase() === 'z' &&
        !isInField(event)
      ) {
        event.preventDefault();
        latest.current.undo();
      }
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
