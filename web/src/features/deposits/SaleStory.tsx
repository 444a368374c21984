import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { shortDate } from '../../money/money';
import { PostingLink } from '../trail';
import { saleQuery } from './depositsApi';
import styles from './Deposits.module.css';

interface Props {
  payout: number;
  row: number;
  close: () => void;
}

/** A sale with its fee, what was paid back and what the processor took back, as one story. */
export function SaleStory({ payout, row, close }: Props) {
  const story = useQuery(saleQuery(payout, row));
  if (story.isPending) {
    return <Loading />;
  }
  if (story.isError) {
    return <Sentence error={story.error} />;
  }
  const { number, currency, rows, sumMinor } = story.data;
  return (
    <section aria-label={`Sale ${number}`}>
      <h2 className={styles.title}>sale {number}</h2>
      <table className={styles.members} aria-label="All rows of the sale">
        <tbody>
          {rows.map((r, i) => (
            <tr key={i}>
              <td className={styles.soft}>{shortDate(r.date)}</td>
              <td>
                {r.kind}
                <span className={styles.details}>
                  <Link to={`/deposits/${r.depositId}`}>{r.payout}</Link> · {r.text}
                </span>
              </td>
              <td className={styles.soft}>
                {r.postedBy ? <PostingLink number={r.postedBy} /> : 'not in the books yet'}
              </td>
              <td className="figures">
                <Amount minor={r.amountMinor} currency={currency} />
              </td>
            </tr>
          ))}
          <tr>
            <td />
            <td colSpan={2}>
              <b>What is left of it</b>
            </td>
            <td className="figures">
              <b>
                <Amount minor={sumMinor} currency={currency} />
              </b>
            </td>
          </tr>
        </tbody>
      </table>
      <p className={styles.acts}>
        <Button onClick={close}>
          Back to the payout<Key>Esc</Key>
        </Button>
      </p>
    </section>
  );
}
