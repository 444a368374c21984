import { newKey } from '../../api/newKey';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { usePerform } from '../../components/usePerform';
import { payoutQuery, postPayout } from './depositsApi';

/** What may be posted with a payout, less what somebody leaves out. */
export function usePayout(id: number) {
  const queries = useQueryClient();
  const [left, setLeft] = useState<number[]>([]);
  const [said, setSaid] = useState('');
  const payout = useQuery(payoutQuery(id, left));
  const { perform, problem } = usePerform();
  // the same once more while it is not known whether it was posted
  const key = useRef('');

  const shown = payout.data;
  // a preview that is being made anew is not what would be posted
  const mayPost =
    shown !== undefined &&
    !payout.isPlaceholderData &&
    shown.postedBy === undefined &&
    shown.parts.length > 0;

  const post = () => {
    if (!mayPost) {
      return;
    }
    key.current ||= newKey();
    void perform(async () => {
      const done = await postPayout(id, shown, key.current);
      key.current = '';
      setLeft([]);
      setSaid(done.words);
    });
  };
  const sums = shown?.sums;
  const along = useMemo(() => new Set(sums), [sums]);
  return {
    shown,
    /** Whether a sum goes with the payout. */
    goes: (sum: number) => along.has(sum),
    error: payout.error,
    again: () => void queries.invalidateQueries({ queryKey: ['deposits'] }),
    problem: problem || shown?.problem || '',
    said,
    left,
    leave: (sum: number) => {
      key.current = '';
      setLeft((l) => (l.includes(sum) ? l.filter((s) => s !== sum) : [...l, sum]));
    },
    mayPost,
    post,
  };
}
