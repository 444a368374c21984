import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Empty } from '../../components/States';
import { words } from '../../money/money';
import { AddMissing } from './AddMissing';
import { ChoiceMenu } from './ChoiceMenu';
import { type Choices, type Customer, customersQuery, type Line, type Money } from './deskApi';
import styles from './Work.module.css';

/** A customer is looked for by so many letters. */
const SHORTEST = 2;

/** What decides where a sum may go. */
type GoalMoney = Pick<Money, 'currency' | 'amountMinor' | 'bankCode'>;

interface Props {
  choices: Choices;
  money: GoalMoney;
  minor: number;
  take: (line: Line) => void;
  close: () => void;
}

/** Where money may go that is no customer's. */
interface Goal {
  key: string;
  words: string;
  line: Pick<Line, 'kind' | 'account' | 'customerId' | 'customer'>;
}

/** An account, another bank account or a customer, by a part of the name; tax and text. */
export function AccountMenu({ choices, money, minor, take, close }: Props) {
  const [typed, setTyped] = useState('');
  const [tax, setTax] = useState('');
  const [text, setText] = useState('');
  const customers = useQuery(customersQuery(typed));
  const found = [
    ...goalsOf(money, choices).filter((g) => reads(g.words, typed)),
    ...ofCustomers(money, typed, customers.data ?? []),
  ];
  const amount = words(minor, money.currency);

  const takeLine = (line: Goal['line']) =>
    take({
      ...line,
      amountMinor: minor,
      ...(tax && line.kind === 'TO_ACCOUNT' ? { taxCode: tax } : {}),
      ...(text.trim() ? { note: text.trim() } : {}),
    });

  return (
    <ChoiceMenu
      label={`${amount} to a ledger account`}
      listLabel="Accounts"
      rows={found.map((g) => ({ key: g.key, content: `${amount} ${g.words}` }))}
      take={(index) => {
        const goal = found[index];
        if (goal) {
          takeLine(goal.line);
        }
      }}
      close={close}
      said={
        <>
          {found.length === 0 && <Empty>No account and no customer reads like that.</Empty>}
          {typed.trim().length >= SHORTEST && (
            <AddMissing
              typed={typed}
              addedCustomer={(c) => takeLine(goalOf(money, c).line)}
              addedAccount={(account) => takeLine({ kind: 'TO_ACCOUNT', account })}
            />
          )}
        </>
      }
    >
      {(field, restart) => (
        <div className={styles.finder}>
          <Field
            label="Account or customer"
            placeholder="part of its name"
            value={typed}
            change={(value) => {
              setTyped(value);
              restart();
            }}
            {...field}
          />
          <label>
            Tax
            <select value={tax} onChange={(e) => setTax(e.target.value)}>
              <option value="">none</option>
              {choices.taxCodes.map((t) => (
                <option key={t.code} value={t.code}>
                  {t.words}
                </option>
              ))}
            </select>
          </label>
          <Field label="Text" value={text} change={setText} maxLength={200} />
        </div>
      )}
    </ChoiceMenu>
  );
}

/** The accounts of the house that are free, and its other bank accounts. */
function goalsOf(money: GoalMoney, choices: Choices): Goal[] {
  const others = choices.own.filter((o) => money.bankCode && o.code !== money.bankCode);
  const way = money.amountMinor > 0 ? 'from' : 'to';
  return [
    ...choices.accounts.map((a) => ({
      key: a.code,
      words: `to ${a.number} ${a.words}`,
      line: { kind: 'TO_ACCOUNT' as const, account: a.code },
    })),
    ...others.map((o) => ({
      key: o.code,
      words: `own transfer ${way} ${o.words}${o.currency === money.currency ? '' : ', in ' + o.currency}`,
      line: { kind: 'TRANSFER' as const, account: o.code },
    })),
  ];
}

/** What comes in stays on a customer's account; what was paid out a customer owes. */
function goalOf(money: GoalMoney, customer: Customer): Goal {
  const paidOut = money.amountMinor < 0;
  return {
    key: `customer-${customer.id}`,
    words: `${paidOut ? 'owed by' : 'on account of'} ${customer.name} ${customer.number}`,
    line: {
      kind: paidOut ? 'OWED' : 'ON_ACCOUNT',
      customerId: customer.id,
      customer: customer.name,
    },
  };
}

function ofCustomers(money: GoalMoney, typed: string, found: Customer[]): Goal[] {
  return typed.trim().length < SHORTEST ? [] : found.map((c) => goalOf(money, c));
}

/** Every word that was typed stands somewhere in it. */
function reads(account: string, typed: string): boolean {
  const there = account.toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => there.includes(word));
}
