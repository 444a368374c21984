import { useQuery } from '@tanstack/react-query';
import { Loading, Sentence } from '../../components/States';
import styles from './Rules.module.css';
import { dropOwnList, keepOwnList, ownListQuery } from './rulesApi';
import { SilentSteps } from './SilentSteps';

/** What was agreed with one customer about payments that name nothing. */
export function Agreed({ customer }: { customer: number }) {
  const own = useQuery(ownListQuery(customer));
  if (own.isPending) {
    return <Loading />;
  }
  if (own.isError) {
    return <Sentence error={own.error} retry={() => void own.refetch()} />;
  }
  return (
    <section className={styles.rule} aria-label="Payments that name nothing">
      <h2>Payments that name nothing</h2>
      <SilentSteps
        view={own.data}
        otherwise="Placed as the house places them."
        begin="Agree a list of its own"
        keep={(steps) => keepOwnList(customer, steps)}
        drop={() => dropOwnList(customer)}
      />
    </section>
  );
}
