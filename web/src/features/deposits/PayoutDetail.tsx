import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { isInField } from '../../keyboard/keys';
import { longDate, shortDate, words } from '../../money/money';
import { actByLetter } from '../desk';
import { sessionQuery } from '../session';
import { PostingLink } from '../trail';
import { AtTheBank, Beside, type useDeposit } from './DepositDetail';
import { DepositFrame } from './DepositFrame';
import { Members } from './DepositStrip';
import type { Deposit, Member, Payout } from './depositsApi';
import { ProcessorForm } from './ProcessorForm';
import { SaleStory } from './SaleStory';
import { usePayout } from './usePayout';
import { Waterfall } from './Waterfall';
import styles from './Deposits.module.css';

interface Props {
  deposit: Deposit & { id: number };
  work: ReturnType<typeof useDeposit>;
}

/** A payout from gross to net against the books; what goes with it is posted as a whole. */
export function PayoutDetail({ deposit, work }: Props) {
  const navigate = useNavigate();
  const payout = usePayout(deposit.id);
  const [only, setOnly] = useState<string>();
  const [sale, setSale] = useState<number>();
  const [together, setTogether] = useState<number[]>();
  const shown = payout.shown;
  const toItems = shown?.toItems ?? [];

  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === 'Escape' && sale !== undefined) {
      setSale(undefined);
      return;
    }
    const keys = {
      ...(toItems.length > 0 ? { p: () => setTogether(toItems) } : {}),
      ...(payout.mayPost ? { k: payout.post } : {}),
    };
    if (isInField(event) || !actByLetter(keys, event)) {
      work.onKeyDown(event);
    }
  };
  return (
    <DepositFrame
      names={{ members: 'Rows', whole: 'The payout', back: 'Back to the payout' }}
      onKeyDown={onKeyDown}
      together={together}
      close={() => setTogether(undefined)}
      middle={
        sale !== undefined ? (
          <SaleStory payout={deposit.id} row={sale} close={() => setSale(undefined)} />
        ) : (
          <>
            <h1 className={styles.title}>
              {deposit.kind} {deposit.reference}
            </h1>
            <Older payout={shown} />
            {only && (
              <p className={styles.soft}>
                Only {only}s are shown.{' '}
                <button type="button" className={styles.place} onClick={() => setOnly(undefined)}>
                  show all
                </button>
              </p>
            )}
            <Members
              title="Rows of the payout"
              members={deposit.members.filter((m) => only === undefined || m.kind === only)}
              showLine={
                deposit.arrivalId === undefined
                  ? undefined
                  : (line) => void navigate(`/arrivals/${deposit.arrivalId}?line=${line}`)
              }
              beside={(m) => <RowActs member={m} payout={payout} showSale={() => setSale(m.id)} />}
            />
          </>
        )
      }
      aside={
        <>
          {work.problem && <Sentence error={work.problem} />}
          {payout.error && <Sentence error={payout.error} retry={payout.again} />}
          {!shown && !payout.error && <Loading />}
          {shown && (
            <>
              <p className={styles.soft}>
                {shown.processor.name} · {deposit.account} · {longDate(deposit.date)}
              </p>
              <Waterfall
                payout={shown}
                currency={deposit.currency}
                only={only}
                choose={(kind) => {
                  setSale(undefined);
                  setOnly(kind);
                }}
              />
              {payout.said && <p role="status">{payout.said}</p>}
              <WithIt payout={payout} shown={shown} currency={deposit.currency} />
              {toItems.length > 0 && (
                <p className={styles.acts}>
                  <Button onClick={() => setTogether(toItems)}>
                    Post {toItems.length} that pay{toItems.length === 1 ? 's' : ''} an item
                    <Key>P</Key>
                  </Button>
                </p>
              )}
              <Asked payout={shown} />
            </>
          )}
          <AtTheBank deposit={deposit} notThisEntry={work.notThisEntry} tieIt={work.tieIt} />
          <Beside deposit={deposit} />
        </>
      }
    />
  );
}

/** Payouts that came before are worked first. */
function Older({ payout }: { payout: Payout | undefined }) {
  const older = payout?.postedBy === undefined ? (payout?.older ?? []) : [];
  return older.length === 0 ? null : (
    <p className={styles.soft}>
      Not posted yet, and older:{' '}
      {older.map((o, i) => (
        <span key={o.id}>
          {i > 0 && ', '}
          <Link to={`/deposits/${o.id}`}>{o.reference}</Link> of {shortDate(o.date)}
        </span>
      ))}
    </p>
  );
}

interface WithItProps {
  payout: ReturnType<typeof usePayout>;
  shown: Payout;
  currency: string;
}

/** What goes into the books with the payout, by account. */
function WithIt({ payout, shown, currency }: WithItProps) {
  const session = useQuery(sessionQuery);
  const [booking, setBooking] = useState(false);
  if (shown.postedBy) {
    return (
      <p className={styles.soft}>
        What was kept is in the books: <PostingLink number={shown.postedBy} />
      </p>
    );
  }
  return (
    <section className={styles.sets} aria-label="With the payout">
      <h2 className={styles.under}>With the payout</h2>
      {payout.problem && <Sentence error={payout.problem} />}
      <table className={styles.members} aria-label="What is posted with it">
        <tbody>
          {shown.parts.map((p) => (
            <tr key={`${p.words} ${p.account ?? ''}`}>
              <td className="figures">{p.count}</td>
              <td>
                {p.words}
                <span className={styles.details}>
                  {p.account ?? 'stands in the books'}
                  {p.taxMinor !== 0 && `, of it tax ${words(Math.abs(p.taxMinor), currency)}`}
                </span>
              </td>
              <td className="figures">{words(p.amountMinor, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles.acts}>
        <Button variant="contained" disabled={!payout.mayPost} onClick={payout.post}>
          Post with the payout<Key>K</Key>
        </Button>
        {!booking &&
          shown.processor.layoutId !== undefined &&
          session.data?.rights.includes('SET_UP') && (
            <Button onClick={() => setBooking(true)}>Other accounts</Button>
          )}
      </p>
      {booking && <ProcessorForm processor={shown.processor} done={() => setBooking(false)} />}
    </section>
  );
}

/** Rows of which somebody must say what they are. */
function Asked({ payout }: { payout: Payout }) {
  const first = payout.asked[0];
  return first === undefined ? null : (
    <p className={styles.soft}>
      {payout.asked.length === 1
        ? 'Of one row somebody must say what it is: '
        : `Of ${payout.asked.length} rows somebody must say what they are: `}
      <Link to={`/desk/${first}`}>to the desk</Link>
    </p>
  );
}

interface RowActsProps {
  member: Member;
  payout: ReturnType<typeof usePayout>;
  showSale: () => void;
}

/** What may be done with one row: leave it out, or read its whole story. */
function RowActs({ member: m, payout, showSale }: RowActsProps) {
  const money = m.moneyId;
  const along = money !== undefined && payout.goes(money);
  const left = money !== undefined && payout.left.includes(money);
  const mayGo = (along || left) && payout.shown?.postedBy === undefined;
  const isOfSale = m.number !== '' && m.kind !== 'fee' && m.kind !== 'returned fee';
  return (
    <>
      {mayGo && (
        <>
          {along ? ' · goes with the payout, ' : ' · does not go along, '}
          <button type="button" className={styles.place} onClick={() => payout.leave(money)}>
            {along ? 'leave it out' : 'take it along'}
          </button>
        </>
      )}
      {isOfSale && (
        <>
          {' · '}
          <button type="button" className={styles.place} onClick={showSale}>
            all of this sale
          </button>
        </>
      )}
    </>
  );
}
