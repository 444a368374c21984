import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { sessionQuery } from '../session';
import { addAccount, addCustomer, choicesQuery, type Customer } from './deskApi';
import styles from './Work.module.css';

type Missing = 'customer' | 'account';

interface Props {
  /** What was looked for. */
  typed: string;
  addedCustomer: (customer: Customer) => void;
  /** By its code. */
  addedAccount: (code: string) => void;
}

/** A customer or an account that is missing is added here, and the tape goes on with it. */
export function AddMissing({ typed, addedCustomer, addedAccount }: Props) {
  const { data: session } = useQuery(sessionQuery);
  const [missing, setMissing] = useState<Missing>();
  const name = typed.trim();
  if (missing) {
    return (
      <AddForm
        missing={missing}
        begun={name}
        addedCustomer={addedCustomer}
        addedAccount={addedAccount}
        leave={() => setMissing(undefined)}
      />
    );
  }
  return (
    <div className={styles.addMissing}>
      <Button variant="text" onClick={() => setMissing('customer')}>
        Add a customer …
      </Button>
      {session?.rights.includes('RULES') && (
        <Button variant="text" onClick={() => setMissing('account')}>
          Add an account …
        </Button>
      )}
    </div>
  );
}

interface FormProps extends Omit<Props, 'typed'> {
  missing: Missing;
  begun: string;
  leave: () => void;
}

function AddForm({ missing, begun, addedCustomer, addedAccount, leave }: FormProps) {
  const queries = useQueryClient();
  const [number, setNumber] = useState('');
  const [name, setName] = useState(begun);
  const [problem, setProblem] = useState('');

  const add = async () => {
    setProblem('');
    try {
      if (missing === 'customer') {
        const added = await addCustomer({ number, name });
        await queries.invalidateQueries({ queryKey: ['customers'] });
        addedCustomer(added);
      } else {
        const added = await addAccount({ number, name });
        await queries.invalidateQueries(choicesQuery);
        addedAccount(added.code);
      }
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };
  // the menu around it would take its row by Enter
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Enter' && event.target instanceof HTMLInputElement) {
      event.preventDefault();
      void add();
    } else if (event.key === 'Escape') {
      leave();
    }
  };

  return (
    <div
      className={styles.addMissing}
      role="group"
      aria-label={`A new ${missing}`}
      onKeyDown={onKeyDown}
    >
      <Field first label={`Number of the ${missing}`} value={number} change={setNumber} />
      <Field label={`Name of the ${missing}`} value={name} change={setName} maxLength={120} />
      <Button onClick={() => void add()}>Add it</Button>
      <Button variant="text" onClick={leave}>
        Leave
      </Button>
      {problem && <Sentence error={problem} />}
    </div>
  );
}
