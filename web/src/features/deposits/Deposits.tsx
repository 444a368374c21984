import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Key } from '../../components/Key';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { useLanding } from '../../keyboard/keys';
import { longDate, shortDate, sumsOf, words } from '../../money/money';
import { Notes } from '../notes';
import { Papers } from '../papers';
import { DepositTape, Members } from './DepositStrip';
import { type Deposit, depositsQuery, separate, tiedQuery } from './depositsApi';
import styles from './Deposits.module.css';

const GROUPS: { state: Deposit['state']; words: string }[] = [
  { state: 'AT_THE_BANK', words: 'At the bank, to be tied' },
  { state: 'EXPECTED', words: 'Not at the bank yet' },
  { state: 'TIED', words: 'Tied to the bank' },
];

/** What reaches the bank as one sum: on hand, on its way, and at the bank. */
export function Deposits() {
  const deposits = useQuery(depositsQuery);
  const tied = useInfiniteQuery(tiedQuery);
  const { depositId } = useParams();
  const navigate = useNavigate();
  const { perform, problem } = usePerform();
  useLanding('deposits', deposits.isSuccess && tied.isSuccess);
  if (deposits.isPending || tied.isPending) {
    return <Loading />;
  }
  if (deposits.isError) {
    return <Sentence error={deposits.error} retry={() => void deposits.refetch()} />;
  }
  if (tied.isError) {
    return <Sentence error={tied.error} retry={() => void tied.refetch()} />;
  }
  const { onHand } = deposits.data;
  const tiedRows = tied.data.pages.flatMap((p) => p.deposits);
  const known = [...deposits.data.deposits, ...tiedRows];
  const rows = GROUPS.flatMap((g) => known.filter((d) => d.state === g.state));
  const showsHand = depositId === 'on-hand';
  const selected = showsHand
    ? undefined
    : (rows.find((d) => d.id === Number(depositId)) ?? rows[0]);
  const stops = [...(onHand.length > 0 ? ['on-hand'] : []), ...rows.map((d) => String(d.id))];
  const at = stops.indexOf(showsHand ? 'on-hand' : String(selected?.id));
  const go = (to: string | undefined) =>
    to !== undefined && void navigate(`/deposits/${to}`, { replace: true });

  const notThisEntry = async () => {
    await perform(async () => {
      if (selected?.id !== undefined && selected.entry) {
        await separate(selected.id);
      }
    });
  };

  /** Of a part no count and no sum is shown. */
  const isPart = (state: Deposit['state']) => state === 'TIED' && tied.hasNextPage;

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      go(stops[Math.min(stops.length - 1, Math.max(0, at + step))]);
    } else if (event.key.toLowerCase() === 'x' && selected?.entry) {
      event.preventDefault();
      void notThisEntry();
    }
  };

  if (stops.length === 0) {
    return (
      <Empty>
        No deposit is known. A lockbox file, a list of payouts, or slips brought forward come in at
        Arrivals.
      </Empty>
    );
  }
  return (
    <div className={styles.page}>
      <div
        className={styles.list}
        data-zone="deposits"
        role="group"
        aria-label="Deposits"
        tabIndex={0}
        onKeyDown={onKeyDown}
      >
        {onHand.length > 0 && (
          <Group words={`On hand · ${onHand.length}`} sums={sumsOf(onHand)}>
            <Row
              chosen={showsHand}
              pick={() => go('on-hand')}
              title="not yet on a slip"
              sum={sumsOf(onHand)}
              under={`oldest of ${onHand[0] ? shortDate(onHand[0].date) : ''}`}
            />
          </Group>
        )}
        {GROUPS.map((group) => {
          const members = rows.filter((d) => d.state === group.state);
          return (
            members.length > 0 && (
              <Group
                key={group.state}
                words={isPart(group.state) ? group.words : `${group.words} · ${members.length}`}
                sums={
                  isPart(group.state)
                    ? ''
                    : sumsOf(members.map((d) => ({ ...d, amountMinor: d.netMinor })))
                }
              >
                {members.map((d) => (
                  <Row
                    key={d.id}
                    chosen={d.id === selected?.id}
                    pick={() => go(String(d.id))}
                    title={`${d.kind} ${d.reference}`}
                    sum={words(d.netMinor, d.currency)}
                    under={`${shortDate(d.date)} · ${membersOf(d)}`}
                  />
                ))}
              </Group>
            )
          );
        })}
        <Older list={tied} shown={tiedRows.length} of="tied deposits" />
      </div>
      <div className={styles.middle} data-zone="members" tabIndex={0} aria-label="Members">
        {selected && (
          <>
            <h1 className={styles.title}>
              {selected.kind} {selected.reference}
            </h1>
            <Members
              title="Members of the deposit"
              members={selected.members}
              showLine={(line) => void navigate(`/arrivals/${selected.arrivalId}?line=${line}`)}
            />
          </>
        )}
        {showsHand && (
          <>
            <h1 className={styles.title}>On hand</h1>
            <Members title="Receipts on hand" members={onHand} showLine={() => undefined} />
          </>
        )}
      </div>
      <aside className={styles.right} data-zone="strip" tabIndex={0} aria-label="The deposit">
        {problem && <Sentence error={problem} />}
        {selected && <DepositTape deposit={selected} />}
        {selected?.id !== undefined && (
          <div>
            <Papers on="DEPOSIT" id={selected.id} />
            <Notes on="deposits" id={selected.id} />
          </div>
        )}
        {selected && <AtTheBank deposit={selected} notThisEntry={() => void notThisEntry()} />}
      </aside>
    </div>
  );
}

function membersOf(deposit: Deposit): string {
  const count = deposit.members.length;
  const left = deposit.members.filter((m) => m.stand === 'IN_THE_PILE').length;
  return `${count} member${count === 1 ? '' : 's'}${left === 0 ? '' : ` · ${left} in the pile`}`;
}

function Group({ words, sums, children }: { words: string; sums: string; children: ReactNode }) {
  return (
    <section>
      <h2 className={styles.group}>
        <span>{words}</span>
        <span className="figures">{sums}</span>
      </h2>
      {children}
    </section>
  );
}

interface RowProps {
  chosen: boolean;
  pick: () => void;
  title: string;
  sum: string;
  under: string;
}

function Row({ chosen, pick, title, sum, under }: RowProps) {
  return (
    <div
      className={chosen ? `${styles.row} ${styles.chosen}` : styles.row}
      aria-current={chosen}
      onClick={pick}
    >
      <span className={styles.name}>{title}</span>
      <span className="figures">{sum}</span>
      <span className={styles.soft}>{under}</span>
    </div>
  );
}

interface AtTheBankProps {
  deposit: Deposit;
  notThisEntry: () => void;
}

/** The entry that is this sum; it waits here and stands in no pile. */
function AtTheBank({ deposit, notThisEntry }: AtTheBankProps) {
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
      <Button onClick={notThisEntry}>
        It is another sum<Key>X</Key>
      </Button>
    </div>
  );
}
