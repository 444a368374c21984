import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Key } from '../../components/Key';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { useLanding } from '../../keyboard/keys';
import { shortDate, sumsOf, words } from '../../money/money';
import { actByLetter } from '../desk';
import { BatchDetail } from './BatchDetail';
import { DepositDetail, useDeposit } from './DepositDetail';
import { beginSlip, type Deposit, depositsQuery, slipsQuery, tiedQuery } from './depositsApi';
import { OnHand } from './OnHand';
import { PayoutDetail } from './PayoutDetail';
import { SlipWork } from './SlipWork';
import styles from './Deposits.module.css';

const GROUPS: { state: Deposit['state']; words: string }[] = [
  { state: 'AT_THE_BANK', words: 'At the bank, to be tied' },
  { state: 'EXPECTED', words: 'Not at the bank yet' },
  { state: 'TIED', words: 'Tied to the bank' },
];
const ON_HAND = 'on-hand';
const SLIP = 'slip-';

/** What reaches the bank as one sum: on hand, being made, on its way, and at the bank. */
export function Deposits() {
  const deposits = useQuery(depositsQuery);
  const slips = useQuery(slipsQuery);
  const tied = useInfiniteQuery(tiedQuery);
  const { depositId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { perform, problem } = usePerform();
  const [said, setSaid] = useState('');
  useLanding('deposits', deposits.isSuccess && tied.isSuccess && slips.isSuccess);

  const tiedRows = tied.data?.pages.flatMap((p) => p.deposits) ?? [];
  const known = [...(deposits.data?.deposits ?? []), ...tiedRows];
  const rows = GROUPS.flatMap((g) => known.filter((d) => d.state === g.state));
  const onHand = deposits.data?.onHand ?? [];
  const making = slips.data?.slips ?? [];
  const stops = [
    ...(onHand.length > 0 ? [ON_HAND] : []),
    ...making.map((s) => SLIP + s.id),
    ...rows.map((d) => String(d.id)),
  ];
  const firstRow = rows[0] ? String(rows[0].id) : undefined;
  const chosen =
    depositId !== undefined && stops.includes(depositId) ? depositId : (firstRow ?? stops[0]);
  const selected = rows.find((d) => String(d.id) === chosen);
  const slip = making.find((s) => SLIP + s.id === chosen);
  const work = useDeposit(selected);

  if (deposits.isPending || tied.isPending || slips.isPending) {
    return <Loading />;
  }
  if (deposits.isError || tied.isError || slips.isError) {
    return (
      <Sentence
        error={deposits.error ?? tied.error ?? slips.error}
        retry={() => void queries.invalidateQueries({ queryKey: ['deposits'] })}
      />
    );
  }
  const go = (to: string | undefined) =>
    to !== undefined && void navigate(`/deposits/${to}`, { replace: true });

  const newSlip = () => {
    const account = slips.data.accounts[0]?.id;
    if (account !== undefined) {
      setSaid('');
      void perform(async () => {
        const begun = await beginSlip(account);
        await queries.invalidateQueries({ queryKey: ['deposits'] });
        go(SLIP + begun.id);
      });
    }
  };
  const tieSeveral = () => void navigate('/ties');
  const byHand = () => void navigate('/receipts/new');
  const takings = () => void navigate('/takings/new');

  /** Of a part no count and no sum is shown. */
  const isPart = (state: Deposit['state']) => state === 'TIED' && tied.hasNextPage;

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const at = chosen === undefined ? -1 : stops.indexOf(chosen);
    if (step !== 0) {
      event.preventDefault();
      go(stops[Math.min(stops.length - 1, Math.max(0, at + step))]);
    } else if (!actByLetter({ n: newSlip, t: tieSeveral, h: byHand, y: takings }, event)) {
      work.onKeyDown(event);
    }
  };

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
        <div className={styles.begin}>
          <Button onClick={newSlip}>
            New slip<Key>N</Key>
          </Button>
          <Button onClick={tieSeveral}>
            Tie<Key>T</Key>
          </Button>
          <Button onClick={byHand}>
            Receipt by hand<Key>H</Key>
          </Button>
          <Button onClick={takings}>
            Takings of a day<Key>Y</Key>
          </Button>
        </div>
        {said && (
          <p role="status" className={styles.said}>
            {said}
          </p>
        )}
        {problem && <Sentence error={problem} />}
        {stops.length === 0 && (
          <Empty>
            No deposit is known. Record a receipt by hand, or bring a lockbox file or a list of
            payouts in at Arrivals.
          </Empty>
        )}
        {onHand.length > 0 && (
          <Group words={`On hand · ${onHand.length}`} sums={sumsOf(onHand)}>
            <Row
              chosen={chosen === ON_HAND}
              pick={() => go(ON_HAND)}
              title="not at the bank"
              sum={sumsOf(onHand)}
              under={`oldest of ${onHand[0] ? shortDate(onHand[0].date) : ''}`}
            />
          </Group>
        )}
        {making.length > 0 && (
          <Group
            words={`Being made · ${making.length}`}
            sums={sumsOf(making.map((s) => ({ currency: s.currency, amountMinor: s.sumMinor })))}
          >
            {making.map((s) => (
              <Row
                key={s.id}
                chosen={chosen === SLIP + s.id}
                pick={() => go(SLIP + s.id)}
                title={`slip ${s.number}`}
                sum={words(s.sumMinor, s.currency)}
                under={`${s.account} · ${s.receipts.length} receipt${s.receipts.length === 1 ? '' : 's'} · ${s.madeBy}`}
              />
            ))}
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
                    chosen={String(d.id) === chosen}
                    pick={() => go(String(d.id))}
                    title={`${d.kind} ${d.reference}`}
                    sum={words(d.netMinor, d.currency)}
                    under={underOf(d)}
                  />
                ))}
              </Group>
            )
          );
        })}
        <Older list={tied} shown={tiedRows.length} of="tied deposits" />
      </div>
      {selected &&
        (selected.kind === 'payout' && selected.id !== undefined ? (
          <PayoutDetail key={selected.id} deposit={{ ...selected, id: selected.id }} work={work} />
        ) : selected.kind === 'lockbox batch' && selected.id !== undefined ? (
          <BatchDetail key={selected.id} deposit={{ ...selected, id: selected.id }} work={work} />
        ) : (
          <DepositDetail key={selected.id} deposit={selected} work={work} />
        ))}
      {chosen === ON_HAND && <OnHand receipts={onHand} />}
      {slip && (
        <SlipWork
          key={slip.id}
          slip={slip}
          accounts={slips.data.accounts}
          onHand={onHand}
          handedIn={(done) => {
            setSaid(done);
            go(String(slip.id));
          }}
        />
      )}
    </div>
  );
}

/** When, of how many, and for how long it waits or by which posting it is tied. */
function underOf(deposit: Deposit): string {
  const { waitsDays } = deposit;
  const waits =
    waitsDays === undefined ? [] : [`waits ${waitsDays} day${waitsDays === 1 ? '' : 's'}`];
  return [
    shortDate(deposit.date),
    membersOf(deposit),
    ...waits,
    ...(deposit.tiedBy ? [deposit.tiedBy] : []),
  ].join(' · ');
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
