import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { shortDate, words } from '../../money/money';
import type { Member } from './depositsApi';
import { TickList } from './TickList';
import styles from './Deposits.module.css';

interface Props {
  kept: Member[];
  ticked: number[];
  tick: (receipts: number[]) => void;
  /** The number of the slip that is being made. */
  own: string;
  /** On which it is handed in. */
  day: string;
}

/** Receipts on hand; why one cannot go to the bank stands beside it. */
export function KeptReceipts({ kept, ticked, tick, own, day }: Props) {
  const able = new Set(kept.filter((m) => whyNot(m, own, day) === '').map((m) => m.id));
  return (
    <TickList
      zone="kept"
      label="Receipts on hand"
      ticked={ticked}
      tick={(ids) => tick(ids.filter((id) => able.has(id)))}
      rows={kept.map((m) => {
        const why = whyNot(m, own, day);
        return {
          id: m.id ?? 0,
          said: `${m.kind} ${m.number} ${m.payer}, ${words(m.amountMinor, m.currency)}${why ? ', ' + why : ''}`,
          content: <Kept receipt={m} why={why} />,
        };
      })}
    />
  );
}

function Kept({ receipt: m, why }: { receipt: Member; why: string }) {
  return (
    <>
      <td className={styles.soft}>{shortDate(m.date)}</td>
      <td>
        {m.payer || m.kind}
        <span className={styles.details}>
          {[m.payer ? m.kind : '', m.number, m.note].filter(Boolean).join(' · ')}
          {why && <b className={styles.apart}> · {why}</b>}
          {m.stand === 'IN_THE_PILE' && m.moneyId && (
            <>
              {' '}
              <Link to={`/desk/${m.moneyId}`} onClick={(e) => e.stopPropagation()}>
                explain it
              </Link>
            </>
          )}
        </span>
      </td>
      <td className="figures">
        <Amount minor={m.amountMinor} currency={m.currency} />
      </td>
    </>
  );
}

/** Why a receipt cannot go on a slip; nothing where it can. */
function whyNot(m: Member, own: string, day: string): string {
  if (m.stand === 'IN_THE_PILE') {
    return 'not explained yet';
  }
  if (m.slip !== undefined && m.slip !== own) {
    return `on slip ${m.slip}`;
  }
  if (m.bankableFrom !== undefined && m.bankableFrom > day) {
    return `dated ${shortDate(m.bankableFrom)}`;
  }
  return m.kind === 'cheque' || m.kind === 'cash' ? '' : `${m.kind}: the bank shows it by itself`;
}
