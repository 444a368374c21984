import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Choice } from '../../components/Choice';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { usePerform } from '../../components/usePerform';
import { useParam } from '../../components/useParam';
import { longDate, sumsOf, words } from '../../money/money';
import { actByLetter } from '../desk';
import { AtTheBank, Beside, type useDeposit } from './DepositDetail';
import { DepositFrame } from './DepositFrame';
import { Members } from './DepositStrip';
import {
  type Batch,
  batchQuery,
  type BatchCheque,
  decideRest,
  type Deposit,
  type NotNil,
  type RestDecision,
} from './depositsApi';
import styles from './Deposits.module.css';

const SHOWN = [
  { value: 'all', words: 'all cheques' },
  { value: 'open', words: 'not posted' },
  { value: 'rest', words: 'with an invoice that is not nil' },
  { value: 'hand', words: 'placed by hand' },
  { value: 'notes', words: 'with a detail that cannot be' },
] as const;

type Shown = (typeof SHOWN)[number]['value'];

interface Props {
  deposit: Deposit & { id: number };
  work: ReturnType<typeof useDeposit>;
}

/** A lockbox batch: its cheques beside their invoices, worked up to the file's total. */
export function BatchDetail({ deposit, work }: Props) {
  const batch = useQuery(batchQuery(deposit.id));
  const navigate = useNavigate();
  const [narrowed, setShown] = useParam('cheques');
  const shown = (narrowed || 'all') as Shown;
  const [together, setTogether] = useState<number[]>();
  const [at, setAt] = useState(0);
  const { perform, problem } = usePerform();
  if (!batch.data) {
    return batch.isError ? <Sentence error={batch.error} /> : <Loading />;
  }
  const { cheques, notNil } = batch.data;
  const byMember = new Map(cheques.map((c) => [c.memberId, c]));
  const chequeOf = (id: number | undefined) => (id === undefined ? undefined : byMember.get(id));
  const members = deposit.members.filter((m) => isShown(chequeOf(m.id), shown));
  const open = cheques.flatMap((c) =>
    c.stand !== 'POSTED' && c.moneyId !== undefined ? [c.moneyId] : [],
  );
  const undecided = notNil.filter((n) => !n.posted);
  // what was decided may have been the last of them
  const chosen = undecided[Math.min(at, undecided.length - 1)];

  const decide = (rest: NotNil | undefined, decision: RestDecision) => {
    if (rest && !rest.posted) {
      void perform(() => decideRest(deposit.id, rest, decision));
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const letters: Record<string, () => void> = {
      ...(open.length > 0 ? { p: () => setTogether(open) } : {}),
      ...(undecided.length > 0
        ? {
            l: () => decide(chosen, 'LET_OFF'),
            u: () => decide(chosen, 'FOLLOW_UP'),
          }
        : {}),
    };
    if (step !== 0 && undecided.length > 0) {
      event.preventDefault();
      setAt((i) => Math.min(undecided.length - 1, Math.max(0, i + step)));
    } else if (!actByLetter(letters, event)) {
      work.onKeyDown(event);
    }
  };

  return (
    <DepositFrame
      names={{ members: 'Cheques', whole: 'The batch', back: 'Back to the batch' }}
      onKeyDown={onKeyDown}
      together={together}
      close={() => setTogether(undefined)}
      middle={
        <>
          <h1 className={styles.title}>
            {deposit.kind} {deposit.reference}
          </h1>
          <div className={styles.narrow}>
            <Choice
              label="Cheques shown"
              value={shown}
              options={[...SHOWN]}
              change={(value) => setShown(value === 'all' ? '' : value)}
            />
            <span className={styles.soft}>
              {members.length} of {deposit.members.length}, {sumsOf(members)}
            </span>
          </div>
          <Members
            title="Cheques of the batch"
            members={members}
            showLine={
              deposit.arrivalId === undefined
                ? undefined
                : (line) => void navigate(`/arrivals/${deposit.arrivalId}?line=${line}`)
            }
            beside={(m) => <Placed cheque={chequeOf(m.id)} currency={deposit.currency} />}
          />
        </>
      }
      aside={
        <>
          {(work.problem || problem) && <Sentence error={work.problem || problem} />}
          <BatchTape deposit={deposit} batch={batch.data} />
          {open.length > 0 && (
            <p className={styles.acts}>
              <Button onClick={() => setTogether(open)}>
                Post the {open.length} in the pile<Key>P</Key>
              </Button>
            </p>
          )}
          <NotNilList
            notNil={notNil}
            chosen={chosen}
            currency={deposit.currency}
            choose={(n) => setAt(undecided.indexOf(n))}
            decide={decide}
          />
          <AtTheBank deposit={deposit} notThisEntry={work.notThisEntry} tieIt={work.tieIt} />
          <Beside deposit={deposit} />
        </>
      }
    />
  );
}

function isShown(cheque: BatchCheque | undefined, shown: Shown): boolean {
  switch (shown) {
    case 'open':
      return cheque?.stand !== 'POSTED';
    case 'rest':
      return cheque?.placed.some((p) => p.leftMinor > 0) ?? false;
    case 'hand':
      return cheque?.byHand ?? false;
    case 'notes':
      return (cheque?.notes.length ?? 0) > 0;
    default:
      return true;
  }
}

/** What a cheque pays, or would pay, and what its details say that cannot be. */
function Placed({ cheque, currency }: { cheque: BatchCheque | undefined; currency: string }) {
  if (!cheque) {
    return null;
  }
  const parts = [
    ...cheque.placed.map(
      (p) =>
        `${p.number} ${words(p.amountMinor, currency)}${p.leftMinor === 0 ? ', nil' : `, ${words(p.leftMinor, currency)} left`}`,
    ),
    ...(cheque.onAccountMinor > 0 ? [`on account ${words(cheque.onAccountMinor, currency)}`] : []),
    ...(cheque.unidentifiedMinor > 0
      ? [`unidentified ${words(cheque.unidentifiedMinor, currency)}`]
      : []),
    ...(cheque.elsewhereMinor > 0
      ? [`to the ledger ${words(cheque.elsewhereMinor, currency)}`]
      : []),
  ];
  const would =
    cheque.stand === 'POSTED' ? '' : cheque.stand === 'WORKED' ? 'yours: ' : 'would be: ';
  return (
    <>
      {cheque.stand === 'NOTHING' && <span className={styles.details}>{cheque.how}</span>}
      {parts.length > 0 && (
        <span className={styles.details}>
          {would}
          {parts.join(' · ')}
        </span>
      )}
      {cheque.notes.map((note) => (
        <b key={note} className={styles.apart}>
          {note}
        </b>
      ))}
    </>
  );
}

/** What is placed, on account and open makes what the file states. */
function BatchTape({ deposit: d, batch }: { deposit: Deposit; batch: Batch }) {
  const rows = [
    { label: 'placed on invoices', minor: batch.placedMinor },
    { label: 'on account', minor: batch.onAccountMinor },
    { label: 'unidentified', minor: batch.unidentifiedMinor },
    { label: 'to the ledger', minor: batch.elsewhereMinor },
    { label: 'not posted', minor: batch.openMinor },
  ];
  return (
    <Tape
      title={`${d.kind.charAt(0).toUpperCase()}${d.kind.slice(1)} ${d.reference}`}
      subtitle={`${d.account} · ${longDate(d.date)} · ${d.members.length} cheques`}
      currency={d.currency}
      rows={rows
        .filter((r) => r.minor !== 0)
        .map((r) => ({ key: r.label, label: r.label, minor: r.minor, side: 1 }))}
      footLabel="The file states"
      footMinor={d.netMinor}
      footLook="stated"
    />
  );
}

interface NotNilProps {
  notNil: NotNil[];
  chosen: NotNil | undefined;
  currency: string;
  choose: (rest: NotNil) => void;
  decide: (rest: NotNil, decision: RestDecision) => void;
}

/** Invoices of the batch that do not go to nil: let off, or left open and followed up. */
function NotNilList({ notNil, chosen, currency, choose, decide }: NotNilProps) {
  return (
    notNil.length > 0 && (
      <section className={styles.rests}>
        <h2 className={styles.group}>
          <span>Not nil · {notNil.length}</span>
        </h2>
        {notNil.map((n) => (
          <div
            key={n.itemId}
            className={n === chosen ? `${styles.rest} ${styles.chosen}` : styles.rest}
            aria-current={n === chosen}
            onClick={() => !n.posted && choose(n)}
          >
            <p>
              <Link to={`/trail/items/${n.itemId}`}>{n.number}</Link> {n.customer}
              <span className="figures">{words(n.leftMinor, currency)} left</span>
            </p>
            {(n.followed ?? n.posted) && (
              <small className={styles.soft}>
                {n.followed ? 'stays open, and is followed up' : 'posted so'}
              </small>
            )}
            {!n.posted && (
              <div className={styles.acts}>
                <Button onClick={() => decide(n, 'LET_OFF')}>
                  Let it off{n === chosen && <Key>L</Key>}
                </Button>
                {!n.followed && (
                  <Button onClick={() => decide(n, 'FOLLOW_UP')}>
                    Leave open, follow up{n === chosen && <Key>U</Key>}
                  </Button>
                )}
              </div>
            )}
          </div>
        ))}
      </section>
    )
  );
}
