import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Schemas, sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { shortDate } from '../../money/money';
import { PostingLink } from '../trail';
import { lookAgain, shortPaysQuery } from './booksApi';

/** What customers left short and still owe: why, since when, and in sums. */
export function ShortPays() {
  const list = useQuery(shortPaysQuery);
  const [find, setFind] = useState('');
  const [dueOnly, setDueOnly] = useState(false);
  if (list.isPending) {
    return <Loading />;
  }
  if (list.isError) {
    return <Sentence error={list.error} retry={() => void list.refetch()} />;
  }
  const { left, byReason, byCustomer } = list.data;
  const shown = left.filter(
    (l) =>
      (l.due || !dueOnly) &&
      [l.item, l.customer, l.reason, l.person].join(' ').toLowerCase().includes(find.toLowerCase()),
  );
  if (left.length === 0) {
    return <Empty>No customer left anything short that is still open.</Empty>;
  }
  return (
    <>
      <div className={page.head}>
        <FindField
          label="Find a short payment"
          placeholder="Find customer, item, reason"
          find={find}
          change={setFind}
        />
        <label>
          <input type="checkbox" checked={dueOnly} onChange={(e) => setDueOnly(e.target.checked)} />{' '}
          to be looked at now, {left.filter((l) => l.due).length} of {left.length}
        </label>
      </div>
      {shown.length === 0 ? (
        <Empty>No short payment is like that.</Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>item</th>
              <th>customer</th>
              <th>why</th>
              <th>since</th>
              <th className="figures">days</th>
              <th>left by</th>
              <th className="figures">open</th>
              <th>next look</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((l) => (
              <tr key={l.itemId}>
                <td>
                  <Link to={`/trail/items/${l.itemId}`}>{l.item}</Link>
                </td>
                <td>
                  <Link to={`/customers/${l.customerId}`}>{l.customer}</Link>
                </td>
                <td>{l.reason}</td>
                <td>{shortDate(l.on)}</td>
                <td className="figures">{l.days}</td>
                <td className={page.line}>
                  {l.person}, <PostingLink number={l.number} />
                </td>
                <td className="figures">
                  {l.currency} <Amount minor={l.openMinor} currency={l.currency} />
                </td>
                <td>
                  <NextLook left={l} />
                </td>
                <td>
                  <Link to={`/credits?customer=${l.customerId}&currency=${l.currency}`}>
                    credit or write off
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <h2>By reason</h2>
      <Sums sums={byReason} />
      <h2>By customer</h2>
      <Sums sums={byCustomer} />
    </>
  );
}

/** When it is looked at next; an emptied day is now. */
function NextLook({ left }: { left: Schemas['ShortPayLeft'] }) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const keep = async (on: string) => {
    setProblem('');
    try {
      await lookAgain(left.itemId, on);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };
  return (
    <>
      <input
        type="date"
        aria-label={`Next look at ${left.item}`}
        key={left.nextLook}
        defaultValue={left.nextLook}
        onBlur={(e) => e.target.value !== (left.nextLook ?? '') && void keep(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {left.due && left.nextLook && <span className={page.late}> due</span>}
      {problem && <Sentence error={problem} />}
    </>
  );
}

function Sums({ sums }: { sums: Schemas['ShortPaySum'][] }) {
  return (
    <table className={page.table}>
      <tbody>
        {sums.map((s) => (
          <tr key={s.of + s.currency}>
            <td>{s.of}</td>
            <td className="figures">{s.count}</td>
            <td className="figures">
              {s.currency} <Amount minor={s.openMinor} currency={s.currency} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
