import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { sessionQuery } from '../session';
import styles from './Rules.module.css';
import { keepTerms, termsQuery } from './rulesApi';

/** Terms of payment for the customer's invoices that state none. */
export function AgreedTerms({ customer }: { customer: number }) {
  const terms = useQuery(termsQuery(customer));
  const { data: session } = useQuery(sessionQuery);
  const { perform, problem } = usePerform();
  const [typed, setTyped] = useState<string>();
  if (!terms.data) {
    return null;
  }
  const kept = terms.data.words;
  if (!session?.rights.includes('RULES')) {
    return kept && <p>Terms where an invoice states none: {kept}</p>;
  }
  return (
    <form
      className={styles.rule}
      onSubmit={(e) => {
        e.preventDefault();
        void perform(async () => {
          await keepTerms(customer, typed ?? kept);
          setTyped(undefined);
        });
      }}
    >
      <label>
        Terms where an invoice states none{' '}
        <input
          value={typed ?? kept}
          placeholder="2/10 net 30"
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>{' '}
      <Button type="submit" disabled={(typed ?? kept) === kept}>
        Keep the terms
      </Button>
      {problem && <Sentence error={problem} />}
    </form>
  );
}
