import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { parseAmount } from '../../money/money';
import type { Choices, Methods } from '../desk';
import type { PaidDraft, SoldDraft } from './takings';
import styles from './Receipt.module.css';

interface AmountProps {
  label: string;
  value: string;
  currency: string;
  change: (typed: string) => void;
}

function AmountTyped({ label, value, currency, change }: AmountProps) {
  return (
    <Field
      label={label}
      inputMode="decimal"
      value={value}
      change={change}
      aria-invalid={value.trim() !== '' && parseAmount(value, currency) === undefined}
    />
  );
}

interface SoldProps {
  row: SoldDraft;
  at: number;
  currency: string;
  choices: Choices;
  change: (next: Partial<SoldDraft>) => void;
}

/** Something that was sold, or cash that was taken out. */
export function SoldRow({ row, at, currency, choices, change }: SoldProps) {
  const what = row.kind === 'SOLD' ? 'Sold' : 'Paid out';
  return (
    <div className={styles.sold} role="group" aria-label={`${what}, line ${at}`}>
      <AmountTyped
        label={what}
        value={row.amount}
        currency={currency}
        change={(amount) => change({ amount })}
      />
      <Choice
        label="Account"
        value={row.account}
        options={choices.accounts.map((a) => ({ value: a.code, words: a.words }))}
        change={(account) => change({ account })}
      />
      <Choice
        label="Tax in it"
        value={row.taxCode}
        otherwise="none"
        options={choices.taxCodes.map((t) => ({ value: t.code, words: t.words }))}
        change={(taxCode) => change({ taxCode })}
      />
      {row.taxCode && (
        <AmountTyped
          label="As the till says"
          value={row.tax}
          currency={currency}
          change={(tax) => change({ tax })}
        />
      )}
      <Field
        label="What it is"
        value={row.note}
        change={(note) => change({ note })}
        maxLength={200}
      />
    </div>
  );
}

interface PaidProps {
  row: PaidDraft;
  at: number;
  currency: string;
  methods: Methods['methods'];
  change: (next: Partial<PaidDraft>) => void;
  /** Of counted cash, what stays in the till for the next day. */
  stays: { typed: string; change: (typed: string) => void } | undefined;
}

/** How some of it was paid. */
export function PaidRow({ row, at, currency, methods, change, stays }: PaidProps) {
  const cash = methods.find((m) => m.code === row.method)?.kind === 'CASH';
  return (
    <div className={styles.counter} role="group" aria-label={`Paid, line ${at}`}>
      <AmountTyped
        label={cash ? 'Counted' : 'Amount'}
        value={row.amount}
        currency={currency}
        change={(amount) => change({ amount })}
      />
      <Choice
        label="Paid by"
        value={row.method}
        options={methods.map((m) => ({ value: m.code, words: m.words }))}
        change={(method) => change({ method })}
      />
      {stays ? (
        <AmountTyped
          label="Of it stays as change"
          value={stays.typed}
          currency={currency}
          change={stays.change}
        />
      ) : (
        <Field
          label="Number"
          value={row.number}
          change={(number) => change({ number })}
          maxLength={40}
        />
      )}
      <Field
        label="Pays invoice"
        value={row.invoice}
        change={(invoice) => change({ invoice })}
        maxLength={60}
      />
    </div>
  );
}
