import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Loading, Sentence } from '../../components/States';
import { longDate, shortDate } from '../../money/money';
import { Notes } from '../notes';
import { extraWords } from './extra';
import { PostingLink } from './PostingLink';
import { itemTrailQuery } from './trailApi';
import styles from './Trail.module.css';

/** An item beside a tape: what moved it, the house's own columns, notes; the tape stays as it is. */
export function ItemCard({ id }: { id: number }) {
  const trail = useQuery(itemTrailQuery(id));
  if (trail.isPending) {
    return <Loading />;
  }
  if (trail.isError) {
    return <Sentence error={trail.error} />;
  }
  const t = trail.data;
  return (
    <section className={styles.card} aria-label={`${t.number}, opened`}>
      <p>
        <b>{t.number}</b> <span className={styles.soft}>{t.kind}</span> {t.customer} ·{' '}
        {longDate(t.date)}
        {t.due && ` · due ${shortDate(t.due)}`} · total{' '}
        <Amount minor={t.totalMinor} currency={t.currency} />{' '}
        <Link to={`/trail/items/${id}`}>its trail</Link>
      </p>
      {t.extra && <p className={styles.soft}>{extraWords(t.extra)}</p>}
      <ul>
        {t.movements.map((m, i) => (
          <li key={i}>
            {shortDate(m.date)} {m.words}, {m.actor}, <PostingLink number={m.number} />{' '}
            <Amount minor={m.openDelta} currency={t.currency} />
          </li>
        ))}
      </ul>
      <Notes on="items" id={id} />
    </section>
  );
}
