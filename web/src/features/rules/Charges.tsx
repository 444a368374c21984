import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { sessionQuery } from '../session';
import styles from './Rules.module.css';
import { chargesQuery, keepCharges } from './rulesApi';

/** Whether one customer bears what banks keep on the way. */
export function Charges({ customer }: { customer: number }) {
  const queries = useQueryClient();
  const charges = useQuery(chargesQuery(customer));
  const { data: session } = useQuery(sessionQuery);
  const [problem, setProblem] = useState('');
  /** What was just chosen, which shows before it is kept. */
  const [chosen, setChosen] = useState<boolean>();
  if (!charges.data) {
    return null;
  }
  const keep = async (theirs: boolean) => {
    setProblem('');
    setChosen(theirs);
    try {
      await keepCharges(customer, theirs);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
    setChosen(undefined);
  };
  return (
    <section className={styles.rule} aria-label="Charges of banks">
      <label>
        <input
          type="checkbox"
          checked={chosen ?? charges.data.theirs}
          disabled={!session?.rights.includes('APPROVE')}
          onChange={(e) => void keep(e.target.checked)}
        />{' '}
        Bears the charges of banks: what they keep on the way stays open
      </label>
      {problem && <Sentence error={problem} />}
    </section>
  );
}
