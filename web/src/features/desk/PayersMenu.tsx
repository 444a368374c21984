import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Loading, Sentence } from '../../components/States';
import { focusZone } from '../../keyboard/keys';
import { words } from '../../money/money';
import { type Line, methodsQuery, type Money, type PayerReceipt, payersQuery } from './deskApi';
import styles from './Work.module.css';

interface Props {
  money: Money;
  lines: Line[];
  part: (receipts: PayerReceipt[]) => void;
  close: () => void;
}

/** One sum that several paid: a receipt for each, with its own method and number. */
export function PayersMenu({ money, lines, part, close }: Props) {
  const payers = useQuery(payersQuery(money.id, lines));
  const methods = useQuery(methodsQuery);
  const [typed, setTyped] = useState<Record<number, Partial<PayerReceipt>>>({});
  const shares = payers.data?.shares ?? [];
  const ways = methods.data?.methods ?? [];
  // as the bank says that all of it came, until somebody says otherwise
  const first = (ways.find((m) => m.words === money.method) ?? ways[0])?.code ?? '';
  const receipt = (at: number): PayerReceipt => ({ method: first, number: '', ...typed[at] });
  const change = (at: number, next: Partial<PayerReceipt>) =>
    setTyped({ ...typed, [at]: { ...typed[at], ...next } });

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  if (payers.isError || methods.isError) {
    return <Sentence error={payers.error ?? methods.error} />;
  }
  if (payers.isPending || methods.isPending) {
    return <Loading />;
  }
  return (
    <form
      className={styles.menu}
      aria-label={`Who paid ${words(money.amountMinor, money.currency)}`}
      onKeyDown={onKeyDown}
      onSubmit={(e) => {
        e.preventDefault();
        part(shares.map((_, at) => receipt(at)));
      }}
    >
      {shares.map((share, at) => (
        <div
          key={share.customer ?? ''}
          className={styles.payer}
          role="group"
          aria-label={share.customer ?? 'no customer’s'}
        >
          <p>
            {share.customer ?? 'no customer’s'}
            <span className="figures">{words(share.amountMinor, money.currency)}</span>
            <small>{share.pays}</small>
          </p>
          <Choice
            label="Came by"
            value={receipt(at).method}
            options={methods.data.methods.map((m) => ({ value: m.code, words: m.words }))}
            change={(method) => change(at, { method })}
          />
          <Field
            label="Number"
            first={at === 0}
            value={receipt(at).number}
            change={(number) => change(at, { number })}
            maxLength={40}
          />
        </div>
      ))}
      <div className={styles.acts}>
        <Button type="submit" variant="contained">
          Post {shares.length} receipts, and tie them
        </Button>
      </div>
    </form>
  );
}
