import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { shortDate, words } from '../../money/money';
import { type Credit, creditsQuery } from '../desk';

/** What is open of credits and of money of nobody, how old it is, and where it is used. */
export function Credits() {
  const list = useQuery(creditsQuery);
  const [find, setFind] = useState('');
  if (list.isPending) {
    return <Loading />;
  }
  if (list.isError) {
    return <Sentence error={list.error} retry={() => void list.refetch()} />;
  }
  const shown = list.data.filter((c) =>
    [
      c.item.number,
      c.item.orderNumber ?? '',
      c.item.customer,
      c.item.kind,
      words(-c.item.openMinor, c.item.currency),
    ]
      .join(' ')
      .toLowerCase()
      .includes(find.toLowerCase()),
  );
  return (
    <>
      <div className={page.head}>
        <FindField
          label="Find a credit"
          placeholder="Find customer, number, kind, amount"
          find={find}
          change={setFind}
        />
        <output>{totalsOf(shown)}</output>
      </div>
      {shown.length === 0 ? (
        <Empty>
          {find
            ? 'No credit is like that.'
            : 'No credit is open: no credit note, no money on account, none of nobody.'}
        </Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>number</th>
              <th>kind</th>
              <th>customer</th>
              <th>meant for</th>
              <th>since</th>
              <th className="figures">days</th>
              <th className="figures">open</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((c) => (
              <Row key={c.item.id} credit={c} />
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function Row({ credit }: { credit: Credit }) {
  const { item } = credit;
  const search = new URLSearchParams({ credit: String(item.id), currency: item.currency });
  if (item.customerId !== undefined) {
    search.set('customer', String(item.customerId));
  }
  if (credit.come) {
    search.set('item', String(credit.come.id));
  }
  return (
    <tr>
      <td>
        <Link to={`/trail/items/${item.id}`}>{item.number}</Link>
      </td>
      <td>{item.kind}</td>
      <td>{item.customerId === undefined ? '' : item.customer}</td>
      <td>
        {item.orderNumber}
        {credit.come && (
          <b>
            {' '}
            has come: <Link to={`/trail/items/${credit.come.id}`}>{credit.come.number}</Link>
          </b>
        )}
      </td>
      <td>{shortDate(item.date)}</td>
      <td className="figures">{credit.days}</td>
      <td className="figures">
        {item.currency} <Amount minor={item.openMinor} currency={item.currency} />
      </td>
      <td>
        {credit.usable ? (
          <Link to={`/credits?${search}`} aria-label={`Use ${item.number}`}>
            use
          </Link>
        ) : (
          <span className={page.soft}>the bank is to show it</span>
        )}
      </td>
    </tr>
  );
}

/** What is open of each kind, currencies apart. */
function totalsOf(credits: Credit[]): string {
  const totals = new Map<string, number>();
  credits.forEach(({ item }) => {
    const key = `${item.kind} ${item.currency}`;
    totals.set(key, (totals.get(key) ?? 0) - item.openMinor);
  });
  return [...totals].map(([key, minor]) => `${key} ${words(minor, key.slice(-3))}`).join(' · ');
}
