import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { Amount } from '../../components/Amount';
import { DebitCredit, DebitCreditHeads } from '../../components/DebitCredit';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { longDate, moment } from '../../money/money';
import { PostingLink } from './PostingLink';
import { SourceLink } from './SourceLink';
import { postingTrailQuery } from './trailApi';
import styles from './Trail.module.css';

const MOST_ROWS = 200;

/** One posting: the money and its place in its file, the tape, the items, the journal. */
export function PostingTrail() {
  const { number = '' } = useParams();
  const trail = useQuery(postingTrailQuery(number));
  if (trail.isPending) {
    return <Loading />;
  }
  if (trail.isError) {
    return <Sentence error={trail.error} retry={() => void trail.refetch()} />;
  }
  const t = trail.data;
  const currency = t.money?.currency ?? t.journal[0]?.currency ?? 'USD';
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
            {t.journal.slice(0, MOST_ROWS).map((l, i) => (
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
        <Rest shown={MOST_ROWS} all={t.journal.length} />
        <h2>Items it moved</h2>
        <table className={styles.table}>
          <tbody>
            {t.items.slice(0, MOST_ROWS).map((m, i) => (
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
        <Rest shown={MOST_ROWS} all={t.items.length} />
      </div>
    </div>
  );
}

/** Says that a list is cut. */
function Rest({ shown, all }: { shown: number; all: number }) {
  return all > shown ? (
    <p className={styles.soft}>
      The first {shown} of {all} are shown.
    </p>
  ) : null;
}
