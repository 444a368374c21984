import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { Amount } from '../../components/Amount';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { longDate, moment, shortDate } from '../../money/money';
import { Notes } from '../notes';
import { Papers } from '../papers';
import { extraWords } from './extra';
import { PostingLink } from './PostingLink';
import { SourceLink } from './SourceLink';
import { itemTrailQuery } from './trailApi';
import styles from './Trail.module.css';

/** An item from the file that brought it in to everything that moved it since. */
export function ItemTrail() {
  const { itemId } = useParams();
  const trail = useQuery(itemTrailQuery(Number(itemId)));
  if (trail.isPending) {
    return <Loading />;
  }
  if (trail.isError) {
    return <Sentence error={trail.error} retry={() => void trail.refetch()} />;
  }
  const t = trail.data;
  return (
    <div className={styles.page}>
      <div className={styles.strip}>
        <Tape
          title={t.number}
          subtitle={`${t.kind} · ${t.customer} · ${longDate(t.date)}${t.due ? ' · due ' + shortDate(t.due) : ''}`}
          headMinor={t.totalMinor}
          currency={t.currency}
          rows={t.movements.map((m, i) => ({
            key: `${m.number} ${i}`,
            label: (
              <>
                <PostingLink number={m.number} /> {m.words}{' '}
                <small className={styles.soft}>
                  {shortDate(m.date)}, {m.actor}
                </small>
              </>
            ),
            minor: Math.abs(m.openDelta),
            side: Math.sign(m.openDelta),
          }))}
          footLabel="Open now"
          footMinor={t.openMinor}
          footLook="stated"
        />
      </div>
      <div className={styles.side}>
        <h2>Where it comes from</h2>
        <p>{t.source ? <SourceLink source={t.source} /> : 'It came into being by a posting.'}</p>
        {t.extra && <p className={styles.soft}>The house's own columns: {extraWords(t.extra)}</p>}
        <h2>Whose it is</h2>
        <p>
          {t.customerId === undefined ? (
            t.customer
          ) : (
            <Link to={`/customers/${t.customerId}`}>{t.customer}</Link>
          )}
        </p>
        <h2>Notes</h2>
        <Papers on="ITEM" id={Number(itemId)} />
        <Notes on="items" id={Number(itemId)} />
        <h2>What moved it</h2>
        <table className={styles.table}>
          <tbody>
            {t.movements.map((m, i) => (
              <tr key={i}>
                <td>
                  <PostingLink number={m.number} />
                </td>
                <td>{m.words}</td>
                <td>
                  {m.actor}, {moment(m.postedAt)}
                </td>
                <td className="figures">
                  <Amount minor={m.openDelta} currency={t.currency} />
                </td>
                <td className="figures">
                  open <Amount minor={m.openAfterMinor} currency={t.currency} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
