import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { choicesQuery } from '../desk';
import { keepProcessor, type Processor, slipsQuery } from './depositsApi';
import styles from './Deposits.module.css';

const PARTS = [
  { of: 'sales', words: 'Sales that pay no item' },
  { of: 'fees', words: 'Fees' },
  { of: 'adjustments', words: 'Adjustments' },
] as const;

/** What a processor is called, and to which accounts what it does goes. */
export function ProcessorForm({ processor, done }: { processor: Processor; done: () => void }) {
  const choices = useQuery(choicesQuery);
  const [name, setName] = useState(processor.name);
  const [booked, setBooked] = useState({
    sales: processor.sales,
    fees: processor.fees,
    adjustments: processor.adjustments,
  });
  const slips = useQuery(slipsQuery);
  const [statement, setStatement] = useState(String(processor.statementAccount ?? ''));
  const { perform, problem } = usePerform();
  const { layoutId } = processor;
  if (layoutId === undefined) {
    return null;
  }
  return (
    <form
      className={styles.addLine}
      aria-label="How the processor is booked"
      onSubmit={(e) => {
        e.preventDefault();
        void perform(async () => {
          await keepProcessor(layoutId, {
            name,
            ...booked,
            ...(statement ? { statementAccount: Number(statement) } : {}),
          });
          done();
        });
      }}
    >
      {problem && <Sentence error={problem} />}
      <Field label="Name of the processor" value={name} change={setName} maxLength={60} />
      <Choice
        label="How it is read"
        value={statement}
        otherwise="by its payouts"
        options={(slips.data?.accounts ?? []).map((a) => ({
          value: String(a.id),
          words: `as the statement of ${a.name}`,
        }))}
        change={setStatement}
      />
      {PARTS.map(({ of, words }) => (
        <Booked
          key={of}
          words={words}
          booked={booked[of]}
          accounts={choices.data?.accounts ?? []}
          taxes={choices.data?.taxCodes ?? []}
          change={(next) => setBooked({ ...booked, [of]: next })}
        />
      ))}
      <Button type="submit" variant="contained">
        Keep
      </Button>
      <Button onClick={done}>Leave it as it is</Button>
    </form>
  );
}

interface BookedProps {
  words: string;
  booked: Processor['sales'];
  accounts: { code: string; words: string }[];
  taxes: { code: string; words: string }[];
  change: (next: Processor['sales']) => void;
}

function Booked({ words, booked, accounts, taxes, change }: BookedProps) {
  return (
    <>
      <Choice
        label={words}
        value={booked.account}
        options={accounts.map((a) => ({ value: a.code, words: a.words }))}
        change={(account) => change({ ...booked, account })}
      />
      <Choice
        label={`Tax in ${words.toLowerCase()}`}
        value={booked.taxCode ?? ''}
        otherwise="none"
        options={taxes.map((t) => ({ value: t.code, words: t.words }))}
        change={(taxCode) => change(taxCode ? { ...booked, taxCode } : { account: booked.account })}
      />
    </>
  );
}
