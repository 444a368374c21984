import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { sessionQuery } from '../session';
import styles from './Rules.module.css';
import { chargesQuery, keepCharges } from './rulesApi';

/** Whether one customer bears what banks keep on the way. */
export function Charges({ customer }: { customer: number }) {
  const charges = useQuery(chargesQuery(customer));
  const { data: session } = useQuery(sessionQuery);
  const { perform, problem } = usePerform();
  /** What was just chosen, which shows before it is kept. */
  const [chosen, setChosen] = useState<boolean>();
  if (!charges.data) {
    return null;
  }
  const keep = async (theirs: boolean) => {
    setChosen(theirs);
    await perform(() => keepCharges(customer, theirs));
    setChosen(undefined);
  };
  return (
    <section className={styles.rule} aria-label="Charges of banks">
      <label>
        <input
          type="checkbox"
          checked={chosen ?? charges.data.theirs}
          disabled={!session?.rights.includes('RULES')}
          onChange={(e) => void keep(e.target.checked)}
        />{' '}
        Bears the charges of banks: what they keep on the way stays open
      </label>
      {problem && <Sentence error={problem} />}
    </section>
  );
}
