import Button from '@mui/material/Button';
import { useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { parseAmount } from '../../money/money';
import type { Choices } from '../desk';
import type { SlipLine } from './depositsApi';
import styles from './Deposits.module.css';

const PETTY_CASH = '1000';

interface Props {
  currency: string;
  accounts: Choices['accounts'];
  add: (line: SlipLine) => void;
}

/** Money that goes along and is no customer's, or is taken out before. */
export function SlipLines({ currency, accounts, add }: Props) {
  const [kind, setKind] = useState<SlipLine['kind']>('GOES_ALONG');
  const [amount, setAmount] = useState('');
  const [account, setAccount] = useState(PETTY_CASH);
  const [note, setNote] = useState('');
  const minor = parseAmount(amount, currency);
  return (
    <form
      className={styles.addLine}
      aria-label="A line of the slip"
      onSubmit={(e) => {
        e.preventDefault();
        if (minor !== undefined && minor > 0) {
          add({ kind, account, amountMinor: minor, note });
          setAmount('');
          setNote('');
        }
      }}
    >
      <Choice
        label="Beside receipts"
        value={kind}
        options={[
          { value: 'GOES_ALONG', words: 'goes along to the bank' },
          { value: 'KEPT_BACK', words: 'kept back from the cash' },
        ]}
        change={setKind}
      />
      <Field
        label="Amount of the line"
        inputMode="decimal"
        value={amount}
        change={setAmount}
        aria-invalid={amount !== '' && minor === undefined}
      />
      <Choice
        label={kind === 'GOES_ALONG' ? 'It comes from' : 'It goes to'}
        value={account}
        options={[
          { value: PETTY_CASH, words: 'Petty cash' },
          ...accounts.map((a) => ({ value: a.code, words: a.words })),
        ]}
        change={setAccount}
      />
      <Field label="What it is" value={note} change={setNote} maxLength={200} />
      <Button type="submit">Add</Button>
    </form>
  );
}
