import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../api/client';

/** Does something on the server, says what was wrong with the last of it, and reads all anew. */
export function usePerform() {
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const perform = async (act: () => Promise<unknown>) => {
    setProblem('');
    try {
      await act();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };
  return { perform, problem };
}
