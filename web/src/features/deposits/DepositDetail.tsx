import { newKey } from '../../api/newKey';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Key } from '../../components/Key';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { isInField } from '../../keyboard/keys';
import { longDate } from '../../money/money';
import { actByLetter } from '../desk';
import { Notes } from '../notes';
import { Papers } from '../papers';
import { DepositFrame } from './DepositFrame';
import { DepositTape, Members } from './DepositStrip';
import { type Deposit, separate, tie } from './depositsApi';
import styles from './Deposits.module.css';

interface Props {
  deposit: Deposit;
  work: ReturnType<typeof useDeposit>;
}

/** A deposit with its members, proved on the strip, and what the bank shows of it. */
export function DepositDetail({ deposit, work }: Props) {
  const navigate = useNavigate();
  const [together, setTogether] = useState<number[]>();
  const inPile = deposit.members.flatMap((m) =>
    m.stand === 'IN_THE_PILE' && m.moneyId !== undefined ? [m.moneyId] : [],
  );
  const onKeyDown = (event: React.KeyboardEvent) => {
    const post = () => setTogether(inPile);
    if (!actByLetter(inPile.length > 0 ? { p: post } : {}, event)) {
      work.onKeyDown(event);
    }
  };
  return (
    <DepositFrame
      names={{ members: 'Members', whole: 'The deposit', back: 'Back to the deposit' }}
      onKeyDown={onKeyDown}
      together={together}
      close={() => setTogether(undefined)}
      middle={
        <>
          <h1 className={styles.title}>
            {deposit.kind} {deposit.reference}
          </h1>
          <Members
            title="Members of the deposit"
            members={deposit.members}
            showLine={
              // what somebody took in by hand came with no file that is listed
              deposit.arrivalId === undefined || deposit.kind === 'receipts'
                ? undefined
                : (line) => void navigate(`/arrivals/${deposit.arrivalId}?line=${line}`)
            }
          />
        </>
      }
      aside={
        <>
          {work.problem && <Sentence error={work.problem} />}
          <DepositTape deposit={deposit} />
          {inPile.length > 0 && (
            <p className={styles.acts}>
              <Button onClick={() => setTogether(inPile)}>
                Post the {inPile.length} in the pile<Key>P</Key>
              </Button>
            </p>
          )}
          {deposit.handedInBy && deposit.id !== undefined && (
            <p className={styles.soft}>
              Handed in by{' '}
              <Link to={`/trail/postings/${deposit.handedInBy}`}>{deposit.handedInBy}</Link> ·{' '}
              <a href={`/api/slips/${deposit.id}/paper`} target="_blank" rel="noreferrer">
                print it
              </a>
            </p>
          )}
          <AtTheBank deposit={deposit} notThisEntry={work.notThisEntry} tieIt={work.tieIt} />
          <Beside deposit={deposit} />
        </>
      }
    />
  );
}

/** Papers and notes of a deposit that is known. */
export function Beside({ deposit }: { deposit: Deposit }) {
  return deposit.id === undefined ? null : (
    <div>
      <Papers on="DEPOSIT" id={deposit.id} />
      <Notes on="deposits" id={deposit.id} />
    </div>
  );
}

/** What may be done about a deposit, by key and by mouse. */
export function useDeposit(deposit: Deposit | undefined) {
  const { perform, problem } = usePerform();
  const key = useRef({ of: 0, value: '' });
  const entry = deposit?.state === 'AT_THE_BANK' ? deposit.entry : undefined;
  const id = deposit?.id;
  const notThisEntry = () => {
    if (id !== undefined && entry) {
      void perform(() => separate(id));
    }
  };
  const tieIt = () => {
    if (id !== undefined && entry) {
      if (key.current.of !== id) {
        key.current = { of: id, value: newKey() };
      }
      const once = key.current.value;
      void perform(async () => {
        await tie({ entries: [entry.id], recorded: [id] }, once);
        key.current.of = 0;
      });
    }
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (!entry || isInField(event) || actByLetter({ x: notThisEntry }, event)) {
      return;
    }
    if (event.key === 'Enter' && event.ctrlKey) {
      event.preventDefault();
      tieIt();
    }
  };
  return { problem, notThisEntry, tieIt, onKeyDown };
}

interface AtTheBankProps {
  deposit: Deposit;
  notThisEntry: () => void;
  tieIt: () => void;
}

/** The entry that is this sum; it waits here and stands in no pile. */
export function AtTheBank({ deposit, notThisEntry, tieIt }: AtTheBankProps) {
  const { entry, tiedBy } = deposit;
  if (tiedBy) {
    return (
      <p className={styles.soft}>
        The bank has shown it; tied by <Link to={`/trail/postings/${tiedBy}`}>{tiedBy}</Link>.
      </p>
    );
  }
  if (!entry) {
    return <p className={styles.soft}>The bank has not shown this sum yet.</p>;
  }
  return (
    <div className={styles.entry}>
      <p>
        The bank shows it on {longDate(entry.date)}: <q>{entry.text}</q>. That entry waits here, so
        that the money is not counted twice.
      </p>
      <div className={styles.acts}>
        <Button onClick={notThisEntry}>
          It is another sum<Key>X</Key>
        </Button>
        <Button variant="contained" onClick={tieIt}>
          Tie<Key>Ctrl ↵</Key>
        </Button>
      </div>
    </div>
  );
}
