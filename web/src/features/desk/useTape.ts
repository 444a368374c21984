import { newKey } from '../../api/newKey';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '../../api/client';
import { isInField } from '../../keyboard/keys';
import {
  askAbout,
  askForMoney,
  type AsideReason,
  type Choices,
  type Judged,
  keepDraft,
  type Line,
  type Money,
  type PayerReceipt,
  pair,
  partByPayer,
  post,
  type Posted,
  postingKey,
  type QuestionAsked,
  setAside,
} from './deskApi';
import { draftKept } from './drafts';
import { keyOf } from './tape';
import { actByLetter, type TapeLines, useTapeLines } from './useTapeLines';

interface Options {
  money: Money;
  choices: Choices;
  posted: (answer: Posted) => void;
  putBy: () => void;
  /** It was taken out of the work. */
  aside: (words: string) => void;
}

/** A tape that explains a sum: its lines, what is left, and what may be done with it. */
export interface TapeWork extends TapeLines {
  judged: Judged | undefined;
  posting: boolean;
  post: () => void;
  /** Lets a tape that is beyond one's own limits wait for a second person. */
  letWait: (() => void) | undefined;
  putBy: () => void;
  /** The bank corrected itself: this sum and another explain each other. */
  pairWith: (other: number) => void;
  /** Whether the receipt is being chosen that the bank takes back. */
  returnOpen: boolean;
  toggleReturn: () => void;
  /** Whether a reason is being chosen for which the sum is set aside. */
  asideOpen: boolean;
  toggleAside: () => void;
  setAside: (reason: AsideReason, note: string) => void;
  /** Whether a question about the sum is being put. */
  questionOpen: boolean;
  toggleQuestion: () => void;
  ask: (question: QuestionAsked) => void;
  /** Whether several paid it, and it is being said how each of them did. */
  payersOpen: boolean;
  togglePayers: (() => void) | undefined;
  part: (receipts: PayerReceipt[]) => void;
  onKey: (event: React.KeyboardEvent) => boolean;
}

const KEEP_AFTER = 150;

export function useTape({ money, choices, posted, putBy, aside }: Options): TapeWork {
  const paidOut = money.amountMinor < 0;
  const work = useTapeLines({
    amountMinor: money.amountMinor,
    currency: money.currency,
    choices,
    initial: standing(money),
    customerId: money.customerId,
    withMoney: true,
    meantFor: money.meantFor,
  });
  const { lines, toggle, setProblem, attempt, change, touched } = work;
  /** What was last known to stand on the server. */
  const known = useRef(keyOf(lines));
  const keeping = useRef(Promise.resolve());
  /** How many drafts are on their way: until they are there, what comes from there is older. */
  const underWay = useRef(0);
  const [kept, setKept] = useState<{ of: Line[]; judged: Judged }>();
  const judged = kept?.of === lines ? kept.judged : undefined;
  /** The lines that wait for a second person, while they are what was asked. */
  const [asked, setAsked] = useState<Line[]>();
  const queries = useQueryClient();
  const pairKey = useRef(newKey());

  // another window of the same person has gone on with the tape; what is typed here comes first
  useEffect(() => {
    const there = keyOf(standing(money));
    const untouched = keyOf(lines) === known.current && underWay.current === 0;
    if (there !== known.current && untouched) {
      known.current = there;
      change({ type: 'load', lines: standing(money) });
    }
    // only what comes from the server is looked at
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [money.draft]);

  const posting = useMutation({
    mutationKey: postingKey(money.id),
    mutationFn: async () => {
      // a draft that is on its way would come after the posting, and be refused
      await keeping.current;
      return post(money.id, lines, work.onceKey());
    },
    onSuccess: posted,
    onError: () => void queries.invalidateQueries({ queryKey: ['desk', 'items'] }),
  });

  // while it is being posted it is not kept besides, and afterwards only where it was refused
  const leaves = posting.isPending || posting.isSuccess || asked === lines;
  useEffect(() => {
    if (!touched || leaves) {
      return undefined;
    }
    const timer = setTimeout(() => {
      known.current = keyOf(lines);
      underWay.current++;
      keeping.current = keeping.current
        .then(() => keepDraft(money.id, lines, false))
        .then(
          (answer) => {
            setKept({ of: lines, judged: answer });
            draftKept(money.id);
          },
          (e: unknown) => setProblem(sentenceOf(e)),
        )
        .finally(() => underWay.current--);
    }, KEEP_AFTER);
    return () => clearTimeout(timer);
  }, [lines, touched, money.id, leaves, setProblem]);

  // in a house in which every posting is released by a second person, to post is to let it wait
  const tryToPost = () =>
    void (async () => {
      try {
        await posting.mutateAsync();
      } catch (e) {
        if (e instanceof Problem && e.code === 'release') {
          await letWait();
        } else {
          await attempt(() => Promise.reject(e as Error));
        }
      }
    })();

  const setBy = () =>
    void attempt(async () => {
      await keepDraft(money.id, lines, true);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      putBy();
    });

  const putAside = (reason: AsideReason, note: string) =>
    void attempt(async () => aside((await setAside(money.id, reason, note)).words));

  const ask = (question: QuestionAsked) =>
    void attempt(async () => aside((await askAbout(money.id, question)).words));

  const pairWith = (other: number) =>
    void attempt(async () => posted(await pair(money.id, other, pairKey.current)));

  const part = (receipts: PayerReceipt[]) =>
    void attempt(async () => posted(await partByPayer(money.id, lines, receipts, work.onceKey())));

  const letWait = async () => {
    // to ask keeps the tape too; kept once more afterwards, it would be in its maker's hand again
    setAsked(lines);
    const done = await attempt(async () => {
      await keeping.current;
      await askForMoney(money.id, lines);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      putBy();
    });
    if (!done) {
      setAsked(undefined);
    }
  };

  useDeskKeys({ undo: () => change({ type: 'undo' }), post: tryToPost });

  const beyond = isBeyond(judged?.code) || isBeyond(work.refusedBy);
  const payers = new Set(lines.flatMap((l) => l.item?.customerId ?? l.customerId ?? []));
  const togglePayers = payers.size > 1 && !paidOut ? () => toggle('payers') : undefined;
  const letters: Record<string, () => void> = {
    ...work.letters,
    ...(togglePayers ? { v: togglePayers } : {}),
    b: setBy,
    x: () => toggle('aside'),
    q: () => toggle('question'),
    ...(paidOut ? { r: () => toggle('return') } : {}),
    ...(beyond ? { w: () => void letWait() } : {}),
  };

  return {
    ...work,
    judged,
    posting: posting.isPending,
    post: tryToPost,
    letWait: beyond ? () => void letWait() : undefined,
    putBy: setBy,
    pairWith,
    returnOpen: work.menu === 'return',
    toggleReturn: () => toggle('return'),
    asideOpen: work.menu === 'aside',
    toggleAside: () => toggle('aside'),
    setAside: putAside,
    questionOpen: work.menu === 'question',
    toggleQuestion: () => toggle('question'),
    ask,
    payersOpen: work.menu === 'payers',
    togglePayers,
    part,
    onKey: (event) => actByLetter(letters, event),
  };
}

/** Whether a second person may post what one alone may not. */
export function isBeyond(code: string | undefined): boolean {
  return code === 'over-limit' || code === 'release';
}

/** What was kept, else what the machine proposes; nothing where it proposes nothing. */
function standing(money: Money): Line[] {
  const beside = money.besideProposed ? money.beside[0] : undefined;
  return money.draft ?? (beside ?? money.ways[money.chosen ?? -1])?.lines ?? [];
}

/** Ctrl+Enter posts from anywhere; Ctrl+Z takes back a step, but in a field it is the field's own. */
export function useDeskKeys(acts: { undo: () => void; post: () => void }) {
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
