import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { parseAmount, words } from '../../money/money';
import {
  actByLetter,
  type Choices,
  type Customer,
  ItemsPane,
  LastAct,
  type Methods,
  MenuButtons,
  TapeMenus,
  TapeStrip,
  useDeskKeys,
  useTapeLines,
  work,
} from '../desk';
import { CustomerField } from './CustomerField';
import styles from './Receipt.module.css';
import { record, type Recorded, usualQuery } from './receiptsApi';

/** What the next receipt begins with: ten cheques come on one day and in one way. */
export interface Kept {
  method: string;
  received: string;
  currency: string;
}

interface Props {
  methods: Methods;
  choices: Choices;
  customer: Customer | undefined;
  /** An item with which it begins. */
  item: number | undefined;
  kept: Kept | undefined;
  recorded: (
    done: Recorded,
    receipt: { currency: string; amountMinor: number },
    kept: Kept,
  ) => void;
  said: ReactNode;
}

/** A receipt: who paid, how much and how, and on the tape what it pays. */
export function ReceiptForm(props: Props) {
  const { methods, choices, kept, recorded, said } = props;
  const [customer, setCustomer] = useState(props.customer);
  const [payer, setPayer] = useState('');
  const [amount, setAmount] = useState('');
  const [method, setMethod] = useState(kept?.method ?? methods.methods[0]?.code ?? '');
  const [currency, setCurrency] = useState(kept?.currency ?? methods.currencies[0] ?? '');
  const [number, setNumber] = useState('');
  const [received, setReceived] = useState(kept?.received ?? methods.today);
  const [ahead, setAhead] = useState('');
  const [note, setNote] = useState('');
  const [busy, setBusy] = useState(false);
  const queries = useQueryClient();
  const payerField = useRef<HTMLInputElement>(null);

  const read = amount.trim() === '' ? undefined : parseAmount(amount, currency);
  const tape = useTapeLines({
    amountMinor: amount.trim() === '' ? undefined : (read ?? 0),
    currency,
    choices,
    initial: [],
    customerId: customer?.id,
    withMoney: true,
  });
  const { change, touched, lines, amountMinor } = tape;

  const usual = useQuery(usualQuery(customer?.id, currency, read ?? 0));
  const proposed = usual.isFetching ? undefined : usual.data;
  useEffect(() => {
    if (proposed && !touched) {
      change({ type: 'load', lines: proposed });
    }
  }, [proposed, touched, change]);
  useEffect(() => payerField.current?.focus(), []);

  const isCheque = methods.methods.find((m) => m.code === method)?.kind === 'CHEQUE';

  const keep = async () => {
    if (busy) {
      return;
    }
    setBusy(true);
    await tape.attempt(async () => {
      // whoever types fast means what is usual for the whole amount, though it is not shown yet
      const meant =
        customer && read && !touched
          ? await queries.fetchQuery(usualQuery(customer.id, currency, read))
          : lines;
      const done = await record(
        {
          received,
          method,
          currency,
          amountMinor,
          number,
          note,
          lines: meant,
          ...(customer ? { customerId: customer.id } : {}),
          ...(payer && !customer ? { payer } : {}),
          ...(isCheque && ahead ? { bankableFrom: ahead } : {}),
        },
        tape.onceKey(),
      );
      recorded(done, { currency, amountMinor }, { method, received, currency });
    });
    setBusy(false);
  };

  useDeskKeys({ undo: () => change({ type: 'undo' }), post: () => void keep() });
  const onKey = (event: React.KeyboardEvent) => actByLetter(tape.letters, event);
  const money = {
    currency,
    amountMinor,
    date: received,
    ...(customer ? { customerId: customer.id } : {}),
  };
  const wrong = amount.trim() !== '' && read === undefined;

  return (
    <>
      <div className={work.middle}>
        <h1 className={styles.title}>A receipt by hand</h1>
        <div className={styles.form} data-zone="receipt" role="group" aria-label="The receipt">
          <CustomerField
            label="Received from"
            chosen={customer}
            choose={setCustomer}
            typed={setPayer}
            field={payerField}
          />
          <Field
            label="Amount"
            value={amount}
            change={setAmount}
            inputMode="decimal"
            aria-invalid={wrong}
            placeholder={amountMinor > 0 ? words(amountMinor, currency) : ''}
          />
          <Field
            label={isCheque ? 'Cheque number' : 'Reference'}
            value={number}
            change={setNumber}
            maxLength={40}
          />
          <Choice
            label="Paid by"
            value={method}
            options={methods.methods.map((m) => ({ value: m.code, words: m.words }))}
            change={setMethod}
          />
          {methods.currencies.length > 1 && (
            <Choice
              label="Currency"
              value={currency}
              options={methods.currencies.map((c) => ({ value: c, words: c }))}
              change={setCurrency}
            />
          )}
          <Field label="Received on" type="date" value={received} change={setReceived} />
          {isCheque && <Field label="Dated ahead to" type="date" value={ahead} change={setAhead} />}
          <Field label="Note" value={note} change={setNote} maxLength={200} />
        </div>
        <p className={styles.soft}>
          {wrong
            ? `“${amount}” is no amount in ${currency}.`
            : `It is kept on ${methods.methods.find((m) => m.code === method)?.keptOn ?? ''} until the bank shows it.`}
        </p>
        <TapeStrip
          title={customer?.name ?? (payer || 'What it pays')}
          subtitle={
            lines.length === 0
              ? 'Without a line it goes to the pile, to be explained there'
              : 'What it pays'
          }
          amountMinor={amountMinor}
          currency={currency}
          choices={choices}
          tape={tape}
          onKey={onKey}
          acts={
            <>
              <div className={work.acts}>
                <MenuButtons tape={tape} />
              </div>
              <LastAct undo={tape.undo} busy={busy} act={() => void keep()}>
                {lines.length === 0 ? 'Record, explain later' : 'Record, and the next'}
              </LastAct>
            </>
          }
        >
          {tape.problem && <Sentence error={tape.problem} />}
          {said}
          <TapeMenus money={money} choices={choices} tape={tape} />
        </TapeStrip>
      </div>
      <div className={work.right}>
        <ItemsPane money={money} tape={{ ...tape, onKey }} />
      </div>
    </>
  );
}
