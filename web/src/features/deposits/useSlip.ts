import { newKey } from '../../api/newKey';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { codeOf, sentenceOf } from '../../api/client';
import { dropSlip, handIn, keepSlip, type Slip, slipsQuery } from './depositsApi';
import { draftOf, keptOf, type SlipDraft } from './slip';

/** So long after the last letter a slip is kept. */
const PAUSE = 400;

/** A slip that is being made: every change is kept, one after the other. */
export function useSlip(slip: Slip, handedIn: (words: string) => void) {
  const queries = useQueryClient();
  const [draft, setDraft] = useState(() => draftOf(slip));
  const [problem, setProblem] = useState('');
  const [refused, setRefused] = useState('');
  const version = useRef(slip.version);
  const latest = useRef(draft);
  const queue = useRef(Promise.resolve(true));
  const waiting = useRef<number>(undefined);

  const fail = async (e: unknown) => {
    setProblem(sentenceOf(e));
    // what stands on the server is shown: somebody else may have been there
    await queries.invalidateQueries({ queryKey: ['deposits'] });
    const now = queries.getQueryData(slipsQuery.queryKey)?.slips.find((s) => s.id === slip.id);
    if (now) {
      version.current = now.version;
      if (codeOf(e) === 'changed-since') {
        latest.current = draftOf(now);
        setDraft(latest.current);
      }
    }
  };

  /** Whether what stands on the screen is what the server has now. */
  const keepNow = () => {
    window.clearTimeout(waiting.current);
    waiting.current = undefined;
    queue.current = queue.current.then(async () => {
      const body = keptOf(latest.current, slip, version.current);
      if (!body) {
        setProblem('A count or the counted total is no number: nothing of the slip was kept.');
        return false;
      }
      try {
        version.current = (await keepSlip(slip.id, body)).version;
        await queries.invalidateQueries({ queryKey: ['deposits'] });
        return true;
      } catch (e) {
        await fail(e);
        return false;
      }
    });
    return queue.current;
  };

  const change = (next: Partial<SlipDraft>) => {
    setProblem('');
    setRefused('');
    latest.current = { ...latest.current, ...next };
    setDraft(latest.current);
    window.clearTimeout(waiting.current);
    waiting.current = window.setTimeout(() => void keepNow(), PAUSE);
  };

  // what was typed last is kept when one goes elsewhere
  const keepLast = useRef(keepNow);
  useEffect(() => {
    keepLast.current = keepNow;
  });
  useEffect(
    () => () => {
      if (waiting.current !== undefined) {
        void keepLast.current();
      }
    },
    [],
  );

  const attempt = async (act: () => Promise<void>) => {
    setProblem('');
    try {
      await act();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };

  return {
    draft,
    change,
    problem,
    /** Whether it was refused for the till's difference, which may be named. */
    differs: refused === 'not-zero',
    handIn: (namesDifference: boolean) =>
      attempt(async () => {
        if (!(await keepNow())) {
          return;
        }
        try {
          handedIn((await handIn(slip.id, namesDifference, newKey())).words);
        } catch (e) {
          setRefused(codeOf(e));
          throw e;
        }
      }),
    drop: () => {
      window.clearTimeout(waiting.current);
      waiting.current = undefined;
      return attempt(async () => {
        await queue.current;
        await dropSlip(slip.id);
      });
    },
  };
}
