import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { shortDate, sumsOf } from '../../money/money';
import { PostingLink } from '../trail';
import { type Member, removeReceipt } from './depositsApi';
import styles from './Deposits.module.css';

/** What was received and is not at the bank, the oldest first. */
export function OnHand({ receipts }: { receipts: Member[] }) {
  const { perform, problem } = usePerform();
  return (
    <div className={styles.wide} data-zone="members" tabIndex={0} aria-label="Receipts on hand">
      <h1 className={styles.title}>
        On hand <span className={styles.soft}>{sumsOf(receipts)}</span>
      </h1>
      {problem && <Sentence error={problem} />}
      <table className={styles.members} aria-label="On hand">
        <thead>
          <tr>
            <th>received</th>
            <th>kept</th>
            <th>from</th>
            <th>what</th>
            <th>stands</th>
            <th className="figures">amount</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {receipts.map((m) => (
            <tr key={m.id}>
              <td>{shortDate(m.date)}</td>
              <td>{daysOf(m.daysOnHand)}</td>
              <td>{m.payer || 'nobody named'}</td>
              <td>
                {[m.kind, m.number, m.note].filter(Boolean).join(' · ')}
                {m.bankableFrom && (
                  <b className={styles.apart}> · dated {shortDate(m.bankableFrom)}</b>
                )}
              </td>
              <td>
                {m.explainedBy && <PostingLink number={m.explainedBy} />}
                {m.stand === 'IN_THE_PILE' && m.moneyId && (
                  <Link to={`/desk/${m.moneyId}`}>in the pile</Link>
                )}
                {m.stand === 'RECORDED' && 'from before these books'}
                {m.slip && <span className={styles.soft}> · on slip {m.slip}</span>}
              </td>
              <td className="figures">
                <Amount minor={m.amountMinor} currency={m.currency} />
              </td>
              <td>
                {m.byHand && m.stand === 'IN_THE_PILE' && m.id !== undefined && (
                  <Button
                    variant="text"
                    onClick={() => void perform(() => removeReceipt(m.id ?? 0))}
                    aria-label={`It never was: ${m.kind} ${m.number} of ${m.payer}`}
                  >
                    It never was
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const daysOf = (days: number | undefined) =>
  days === undefined ? '' : days === 0 ? 'today' : `${days} day${days === 1 ? '' : 's'}`;
