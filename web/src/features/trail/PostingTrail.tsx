import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Amount } from '../../components/Amount';
import { DebitCredit, DebitCreditHeads } from '../../components/DebitCredit';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { longDate, moment } from '../../money/money';
import { PostingLink } from './PostingLink';
import { SourceLink } from './SourceLink';
import { postingLinesQuery, postingTrailQuery } from './trailApi';
import { TurnBack } from './TurnBack';
import styles from './Trail.module.css';

/** One posting: the money and its place in its file, the tape, the items, the journal. */
export function PostingTrail() {
  const { number = '' } = useParams();
  const trail = useQuery(postingTrailQuery(number));
  const [more, setMore] = useState('');
  const further = useInfiniteQuery({
    ...postingLinesQuery(number, trail.data?.lines.next ?? 0),
    enabled: more === number,
  });
  if (trail.isPending) {
    return <Loading />;
  }
  if (trail.isError) {
    return <Sentence error={trail.error} retry={() => void trail.refetch()} />;
  }
  const t = trail.data;
  const parts = [t.lines, ...(further.data?.pages ?? [])];
  const journal = parts.flatMap((p) => p.journal);
  const items = parts.flatMap((p) => p.items);
  const goesOn = parts[parts.length - 1]?.next !== undefined;
  const currency = t.money?.currency ?? journal[0]?.currency ?? 'USD';
  const left = t.tape.reduce((sum, l) => sum + l.side * l.amountMinor, t.money?.amountMinor ?? 0);
  return (
    <div className={styles.page}>
      <div className={styles.strip}>
        <ol className={styles.chain} aria-label="Trail">
          {t.money && (
            <>
              <li>
                <small>file</small>
                <SourceLink source={t.money.source} />
              </li>
              <li>
                <small>bank entry</small>
                <span>
                  {t.money.payer} · {longDate(t.money.bookingDate)} · {t.money.account}
                </span>
              </li>
            </>
          )}
          {t.source && (
            <li>
              <small>file</small>
              <SourceLink source={t.source} />
            </li>
          )}
          <li className={styles.here}>
            <small>posting</small>
            <span>
              {t.number} · {t.kind} by {t.actor}, {moment(t.postedAt)}
              {t.cameAbout && ` · ${t.cameAbout}`}
            </span>
          </li>
          {t.turnsBack && (
            <li>
              <small>turns back</small>
              <PostingLink number={t.turnsBack} />
            </li>
          )}
          {t.turnedBackBy && (
            <li>
              <small>turned back by</small>
              <PostingLink number={t.turnedBackBy} />
            </li>
          )}
          {t.returns.map((number) => (
            <li key={number}>
              <small>returns</small>
              <PostingLink number={number} />
            </li>
          ))}
          {t.returnedBy && (
            <li>
              <small>returned by</small>
              <PostingLink number={t.returnedBy} />
            </li>
          )}
        </ol>
        {t.money && (
          <Tape
            title={t.money.payer}
            subtitle={`${t.number} · posted on ${longDate(t.date)}`}
            headMinor={t.money.amountMinor}
            currency={currency}
            rows={t.tape.map((l, i) => ({
              key: String(i),
              label: (
                <>
                  {l.itemId === undefined ? (
                    l.words
                  ) : (
                    <Link to={`/trail/items/${l.itemId}`}>{l.words}</Link>
                  )}{' '}
                  <small className={styles.soft}>{l.customer}</small>
                </>
              ),
              minor: l.amountMinor,
              side: l.side,
            }))}
            footLabel="Left to place"
            footMinor={left}
          />
        )}
        {t.money && t.tape.length > 0 && !t.turnedBackBy && (
          <p>
            <Link to={`/correct/${t.number}`}>
              Correct a reason, an account, a note, a customer
            </Link>
          </p>
        )}
        {t.mayTurnBack && <TurnBack number={t.number} />}
        {t.money && <pre className={styles.sent}>{t.money.text}</pre>}
      </div>
      <div className={styles.side}>
        <h2>Journal entry {t.number}</h2>
        <table className={styles.table}>
          <thead>
            <tr>
              <th>account</th>
              <th>customer</th>
              <DebitCreditHeads />
            </tr>
          </thead>
          <tbody>
            {journal.map((l, i) => (
              <tr key={i}>
                <td>
                  {l.account} {l.accountName}
                </td>
                <td>{l.customer}</td>
                <DebitCredit minor={l.minor} currency={l.currency} />
              </tr>
            ))}
          </tbody>
        </table>
        <h2>Items it moved</h2>
        <table className={styles.table}>
          <tbody>
            {items.map((m, i) => (
              <tr key={i}>
                <td>
                  <Link to={`/trail/items/${m.itemId}`}>{m.number}</Link>
                </td>
                <td>{m.words}</td>
                <td className="figures">
                  <Amount minor={m.openDelta} currency={m.currency} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {goesOn && (
          <p className={styles.soft}>
            The first {items.length} items and {journal.length} lines; there are more.{' '}
            <Button
              disabled={further.isFetching}
              onClick={() => (more === number ? void further.fetchNextPage() : setMore(number))}
            >
              Show more
            </Button>
          </p>
        )}
      </div>
    </div>
  );
}
