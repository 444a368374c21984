import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Tape, type TapeRow } from '../../components/Tape';
import { longDate, shortDate, words } from '../../money/money';
import { PostingLink } from '../trail';
import type { Deposit, Member } from './depositsApi';
import styles from './Deposits.module.css';

/** A payout may hold thousands: so many rows are drawn at first, and so many more at once. */
const FIRST = 200;
const MORE = 1_000;

const STANDS: Record<Member['stand'], string> = {
  NEW: '',
  KNOWN: 'known already',
  IN_THE_PILE: 'in the pile',
  EXPLAINED: '',
  RECORDED: '',
  WITH_THE_DEPOSIT: '',
};

/** Members of one kind make a line each; together they make the net. */
export function DepositTape({ deposit: d }: { deposit: Deposit }) {
  const kinds = new Map<string, { count: number; minor: number }>();
  for (const m of d.members) {
    const sum = kinds.get(m.kind) ?? { count: 0, minor: 0 };
    kinds.set(m.kind, { count: sum.count + 1, minor: sum.minor + m.amountMinor });
  }
  const rows: TapeRow[] = [...kinds].map(([kind, sum]) => ({
    key: kind,
    label: `${sum.count} ${kind}${sum.count === 1 || kind === 'cash' ? '' : 's'}`,
    minor: Math.abs(sum.minor),
    side: sum.minor < 0 ? -1 : 1,
  }));
  rows.push(
    ...d.beside.map((b, i) => ({
      key: `beside ${i}`,
      label: b.words,
      minor: Math.abs(b.amountMinor),
      side: b.amountMinor < 0 ? -1 : 1,
    })),
  );
  return (
    <Tape
      title={`${d.kind.charAt(0).toUpperCase()}${d.kind.slice(1)} ${d.reference}`}
      subtitle={`${d.account} · ${longDate(d.date)}`}
      currency={d.currency}
      rows={rows}
      footLabel="Reaches the bank"
      footMinor={d.netMinor}
      footLook="stated"
      after={
        d.state === 'KNOWN' ? (
          <p className={styles.soft}>known already, with this sum</p>
        ) : (
          <Explained deposit={d} />
        )
      }
    />
  );
}

/** How far its members are explained, of those that somebody must explain. */
function Explained({ deposit: d }: { deposit: Deposit }) {
  const sum = (stand: Member['stand']) =>
    d.members.filter((m) => m.stand === stand).reduce((minor, m) => minor + m.amountMinor, 0);
  const open = d.members.filter((m) => m.stand === 'IN_THE_PILE').length;
  return open === 0 ? null : (
    <p className={styles.soft}>
      {words(sum('EXPLAINED'), d.currency)} explained, {words(sum('IN_THE_PILE'), d.currency)} in
      the pile
    </p>
  );
}

interface Props {
  deposit: Deposit;
  showLine: (line: number) => void;
}

/** A deposit proved on the strip, and its members with where each stands. */
export function DepositStrip({ deposit, showLine }: Props) {
  return (
    <section className={styles.strip}>
      <DepositTape deposit={deposit} />
      <Members title="Members" members={deposit.members} showLine={showLine} />
    </section>
  );
}

interface MembersProps {
  title: string;
  members: Member[];
  /** Where its place in a file is shown; undefined where no file brought it. */
  showLine: ((line: number) => void) | undefined;
  /** What else is said of a member, or done with it. */
  beside?: (member: Member) => ReactNode;
}

export function Members({ title, members, showLine, beside }: MembersProps) {
  const [most, setMost] = useState(FIRST);
  return (
    <>
      <table className={styles.members} aria-label={title}>
        <tbody>
          {members.slice(0, most).map((m, i) => (
            <tr key={`${m.place} ${i}`}>
              <td className={styles.soft}>
                {showLine ? (
                  <button
                    type="button"
                    className={styles.place}
                    title={`line ${m.place} of the file`}
                    onClick={() => showLine(m.place)}
                  >
                    {shortDate(m.date)}
                  </button>
                ) : (
                  shortDate(m.date)
                )}
              </td>
              <td>
                {m.payer || m.kind}
                <Details member={m} />
                <span className={styles.stand}>
                  <Standing member={m} />
                  {beside?.(m)}
                </span>
              </td>
              <td className="figures">
                <Amount minor={m.amountMinor} currency={m.currency} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {members.length > most && (
        <p className={styles.acts}>
          <Button onClick={() => setMost(most + MORE)}>
            Show {Math.min(MORE, members.length - most)} more of {members.length}
          </Button>
        </p>
      )}
    </>
  );
}

/** What it is, what it is said to cover, and by how much that does not add up. */
function Details({ member: m }: { member: Member }) {
  const stated = m.details.some((d) => d.paidMinor !== 0);
  const one = m.details.length === 1;
  const what = [m.payer ? m.kind : '', m.number].filter(Boolean).join(' ');
  const covers = m.details.map((d) =>
    stated && !one ? `${d.number} ${words(d.paidMinor, m.currency)}` : d.number,
  );
  const apart = stated ? m.unstatedMinor : 0;
  return (
    <span className={styles.details}>
      {[what, ...covers].filter(Boolean).join(' · ')}
      {apart !== 0 && (
        <b className={styles.apart}>
          {' '}
          · {words(Math.abs(apart), m.currency)} {apart > 0 ? 'more than' : 'less than'} it says
        </b>
      )}
    </span>
  );
}

function Standing({ member: m }: { member: Member }) {
  if (m.explainedBy) {
    return <PostingLink number={m.explainedBy} />;
  }
  if (m.stand === 'IN_THE_PILE' && m.moneyId) {
    return <Link to={`/desk/${m.moneyId}`}>in the pile</Link>;
  }
  return STANDS[m.stand] || null;
}
