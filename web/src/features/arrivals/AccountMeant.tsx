import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { accountQuestionQuery, type Arrival, nameAccount } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Which of several accounts a file means: asked once, by its digit or by the mouse. */
export function AccountMeant({ arrival }: { arrival: Arrival }) {
  const question = useQuery(accountQuestionQuery(arrival.id));
  const queries = useQueryClient();
  const navigate = useNavigateWithin('/arrivals');
  const [problem, setProblem] = useState('');
  const self = useRef<HTMLDivElement>(null);
  useEffect(() => self.current?.focus(), [question.isSuccess]);
  if (question.isPending) {
    return <Loading />;
  }
  if (question.isError) {
    return <Sentence error={question.error} retry={() => void question.refetch()} />;
  }
  const { written, currency, choices } = question.data;
  const back = () => void navigate(`/arrivals/${arrival.id}`);

  const choose = async (accountId: number) => {
    setProblem('');
    try {
      await nameAccount(arrival.id, accountId);
      await queries.invalidateQueries({ queryKey: ['arrivals'] });
      back();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const chosen = choices[Number(event.key) - 1];
    if (chosen) {
      event.preventDefault();
      void choose(chosen.id);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      back();
    }
  };

  return (
    <div
      ref={self}
      className={styles.typed}
      data-zone="account"
      role="group"
      aria-label="Which account is meant"
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <h1 className={styles.title}>Which account is meant?</h1>
      <p>
        {arrival.fileName} names the account <b>{written}</b> in {currency}. What you choose holds
        for every file that writes it so.
      </p>
      <p className={styles.acts}>
        {choices.map((c, i) => (
          <Button key={c.id} onClick={() => void choose(c.id)}>
            {`${c.name}, ${c.number}`}
            <Key>{String(i + 1)}</Key>
          </Button>
        ))}
      </p>
      {problem && <Sentence error={problem} />}
      <p className={styles.acts}>
        <Button onClick={back}>
          Back to the files<Key>Esc</Key>
        </Button>
      </p>
    </div>
  );
}
