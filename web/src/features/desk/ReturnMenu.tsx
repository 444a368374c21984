import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Empty, Sentence } from '../../components/States';
import { words } from '../../money/money';
import { ChoiceMenu } from './ChoiceMenu';
import { type Line, type Money, receiptsQuery } from './deskApi';
import styles from './Work.module.css';

interface Props {
  money: Money;
  take: (lines: Line[]) => void;
  close: () => void;
}

/** Which receipt the bank takes back: found by cheque number, payer, reference, amount, item. */
export function ReturnMenu({ money, take, close }: Props) {
  const [typed, setTyped] = useState('');
  const found = useQuery(receiptsQuery(money.id, typed));
  const receipts = found.data ?? [];

  return (
    <ChoiceMenu
      label={`The receipt that ${words(money.amountMinor, money.currency)} takes back`}
      listLabel="Receipts"
      rows={receipts.map((r) => ({
        key: r.words,
        content: (
          <span>
            {r.words} <small className={styles.soft}>{r.because}</small>
          </span>
        ),
      }))}
      take={(index) => take(receipts[index]?.lines ?? [])}
      close={close}
      said={
        found.isError ? (
          <Sentence error={found.error} />
        ) : (
          found.isSuccess &&
          receipts.length === 0 && (
            <Empty>
              {typed
                ? 'No receipt of this sum or more, up to this day, is like that.'
                : 'No receipt of this sum or more is explained up to this day.'}
            </Empty>
          )
        )
      }
    >
      {(field, restart) => (
        <div className={styles.noted}>
          <Field
            label="Receipt that is taken back"
            placeholder="cheque number, payer, amount, item"
            value={typed}
            change={(value) => {
              setTyped(value);
              restart();
            }}
            {...field}
          />
        </div>
      )}
    </ChoiceMenu>
  );
}
