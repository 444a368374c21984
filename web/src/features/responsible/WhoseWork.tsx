import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { sessionQuery } from '../session';
import { keepResponsible, type LookedAfter, whoseWorkQuery } from './responsibleApi';
import styles from './WhoseWork.module.css';

interface Props {
  subject: LookedAfter;
  id: number;
  /** What people call it. */
  name: string;
}

/** Who looks after a customer or a bank account; given away by the choice, taken over by one act. */
export function WhoseWork({ subject, id, name }: Props) {
  const whose = useQuery(whoseWorkQuery);
  const { data: session } = useQuery(sessionQuery);
  const { perform, problem } = usePerform();
  if (!whose.data || !session) {
    return null;
  }
  const now = whose.data.all.find((r) => r.subject === subject && r.id === id);
  const me = whose.data.people.find((p) => p.name === session.name);
  const may = session.rights.includes('POST');
  const give = async (personId: number | undefined) => {
    await perform(() =>
      keepResponsible({ subject, id, ...(personId === undefined ? {} : { personId }) }),
    );
  };
  return (
    <span className={styles.whose}>
      <select
        aria-label={`Who looks after ${name}`}
        value={now?.personId ?? ''}
        disabled={!may}
        onChange={(e) => void give(e.target.value ? Number(e.target.value) : undefined)}
      >
        <option value="">nobody</option>
        {whose.data.people.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
      {may && me && me.id !== now?.personId && (
        <Button variant="text" aria-label={`Take over ${name}`} onClick={() => void give(me.id)}>
          Take over
        </Button>
      )}
      {problem && <Sentence error={problem} />}
    </span>
  );
}
