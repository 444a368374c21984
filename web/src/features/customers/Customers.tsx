import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import { type Schemas } from '../../api/client';
import { AgeingInk } from '../../components/AgeingInk';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import { useParam } from '../../components/useParam';
import page from '../../components/Page.module.css';
import { shortDate } from '../../money/money';
import { Notes } from '../notes';
import { Papers } from '../papers';
import { Agreed, AgreedTerms, Charges, WhoPays } from '../rules';
import { WhoseWork, whoseWorkQuery } from '../responsible';
import { PostingLink } from '../trail';
import { customerQuery, customersQuery, settledQuery, timelineQuery } from './customersApi';

/** Every customer with what is owed, and the items of the chosen one. */
export function Customers() {
  const { customerId } = useParams();
  return customerId === undefined ? <All /> : <One id={Number(customerId)} />;
}

function All() {
  const customers = useQuery(customersQuery);
  const whose = useQuery(whoseWorkQuery);
  const [find, setFind] = useParam('find');
  if (customers.isPending) {
    return <Loading />;
  }
  if (customers.isError) {
    return <Sentence error={customers.error} retry={() => void customers.refetch()} />;
  }
  const lookedAfterBy = (id: number) =>
    whose.data?.all.find((r) => r.subject === 'CUSTOMER' && r.id === id)?.person ?? '';
  const shown = customers.data.filter((c) =>
    `${c.name} ${c.number} ${lookedAfterBy(c.id)}`.toLowerCase().includes(find.toLowerCase()),
  );
  return (
    <div className={page.page}>
      <div className={page.head}>
        <h1>Customers</h1>
        <FindField
          label="Find a customer"
          placeholder="Find name, number, colleague"
          find={find}
          change={setFind}
        />
      </div>
      {shown.length === 0 && (
        <Empty>No customer reads like that. Customers come in with the list of open items.</Empty>
      )}
      <table className={page.table}>
        <thead>
          <tr>
            <th>customer</th>
            <th>number</th>
            <th>branch of</th>
            <th>looked after by</th>
            <th className="figures">owes</th>
            <th>how old</th>
            <th className="figures">late</th>
            <th className="figures">credits</th>
          </tr>
        </thead>
        <tbody>
          {shown.flatMap((c) =>
            (c.owed.length > 0 ? c.owed : [undefined]).map((o) => (
              <tr key={`${c.id} ${o?.currency}`} className={o ? undefined : page.settled}>
                <td>
                  <Link to={`/customers/${c.id}`}>{c.name}</Link>
                </td>
                <td>{c.number}</td>
                <td>{c.parent}</td>
                <td>{lookedAfterBy(c.id)}</td>
                <td className="figures">
                  {o ? (
                    <>
                      {o.currency} <Amount minor={o.openMinor} currency={o.currency} />
                    </>
                  ) : (
                    'nothing'
                  )}
                </td>
                <td>{o && <AgeingInk aged={o.aged} currency={o.currency} />}</td>
                <td className="figures">
                  {o && o.lateMinor !== 0 && <Amount minor={o.lateMinor} currency={o.currency} />}
                </td>
                <td className="figures">
                  {o && o.creditsMinor !== 0 && (
                    <Amount minor={o.creditsMinor} currency={o.currency} />
                  )}
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </div>
  );
}

function One({ id }: { id: number }) {
  const customer = useQuery(customerQuery(id));
  if (customer.isPending) {
    return <Loading />;
  }
  if (customer.isError) {
    return <Sentence error={customer.error} retry={() => void customer.refetch()} />;
  }
  const { items } = customer.data;
  return (
    <div className={page.page}>
      <div className={page.head}>
        <h1>{customer.data.customer.name}</h1>
        <span className={page.soft}>
          {customer.data.customer.number}
          {customer.data.customer.parent && ` · branch of ${customer.data.customer.parent}`}
        </span>
      </div>
      <p>
        Looked after by <WhoseWork subject="CUSTOMER" id={id} name={customer.data.customer.name} />
      </p>
      {customer.data.family.length > 0 && <Family family={customer.data.family} />}
      {customer.data.customer.owed.map((o) => (
        <Owed key={o.currency} owed={o} />
      ))}
      {items.length > 0 && (
        <p>
          {[...new Set(items.map((i) => i.currency))].map((c) => (
            <Link key={c} to={`/credits?customer=${id}&currency=${c}`}>
              A tape without money, {c}
            </Link>
          ))}
          {' · '}
          <Link to={`/receipts/new?customer=${id}`}>A receipt by hand</Link>
        </p>
      )}
      {items.length > 0 ? (
        <Items items={items} />
      ) : (
        <Empty>Nothing is open of this customer.</Empty>
      )}
      <Papers on="CUSTOMER" id={id} />
      <Notes on="customers" id={id} />
      <AgreedTerms customer={id} />
      <Charges customer={id} />
      <Agreed customer={id} />
      <WhoPays customer={id} />
      <Timeline id={id} />
      <Settled id={id} />
    </div>
  );
}

/** Head office and branches, which pay for one another. */
function Family({ family }: { family: Schemas['CustomerView'][] }) {
  return (
    <p className={page.soft}>
      Pays with{' '}
      {family.map((f, i) => (
        <Fragment key={f.id}>
          {i > 0 && ', '}
          <Link to={`/customers/${f.id}`}>{f.name}</Link>
          {f.owed.map((o) => (
            <Fragment key={o.currency}>
              {' '}
              owing {o.currency} <Amount minor={o.openMinor} currency={o.currency} />
            </Fragment>
          ))}
        </Fragment>
      ))}
    </p>
  );
}

/** What stands for the customer in one currency, and how old it is. */
function Owed({ owed }: { owed: Schemas['OwedView'] }) {
  const { currency } = owed;
  return (
    <dl className={page.facts}>
      <dt>owes</dt>
      <dd>
        {currency} <Amount minor={owed.openMinor} currency={currency} look="bold" />
      </dd>
      {owed.creditsMinor !== 0 && (
        <>
          <dt>credits, not placed</dt>
          <dd>
            <Amount minor={owed.creditsMinor} currency={currency} />
          </dd>
        </>
      )}
      {owed.aged.map((a) => (
        <Fragment key={a.band}>
          <dt>{a.words}</dt>
          <dd>
            <Amount minor={a.minor} currency={currency} />
          </dd>
        </Fragment>
      ))}
      <dt>
        <AgeingInk aged={owed.aged} currency={currency} />
      </dt>
    </dl>
  );
}

/** All that happened, in one list: what moved the customer's items, notes and papers. */
function Timeline({ id }: { id: number }) {
  const timeline = useInfiniteQuery(timelineQuery(id));
  if (timeline.isPending) {
    return <Loading />;
  }
  if (timeline.isError) {
    return <Sentence error={timeline.error} retry={() => void timeline.refetch()} />;
  }
  const happened = timeline.data.pages.flatMap((p) => p.happened);
  return (
    happened.length > 0 && (
      <>
        <h2>What happened</h2>
        <table className={page.table}>
          <thead>
            <tr>
              <th>date</th>
              <th>posting</th>
              <th>what</th>
              <th>item</th>
              <th>who</th>
              <th className="figures">change</th>
              <th className="figures">owed after it</th>
            </tr>
          </thead>
          <tbody>
            {happened.map((h) =>
              h.moved ? (
                <Moved key={`${h.moved.number} ${h.moved.itemId}`} happened={h} moved={h.moved} />
              ) : (
                <tr key={`${h.at} ${h.words}`}>
                  <td>{shortDate(h.date)}</td>
                  <td />
                  <td colSpan={2}>{h.words}</td>
                  <td>{h.person}</td>
                  <td />
                  <td />
                </tr>
              ),
            )}
          </tbody>
        </table>
        <Older list={timeline} shown={happened.length} of="lines" />
      </>
    )
  );
}

function Moved({
  happened,
  moved,
}: {
  happened: Schemas['Happened'];
  moved: Schemas['ItemMoved'];
}) {
  return (
    <tr>
      <td>{shortDate(happened.date)}</td>
      <td>
        <PostingLink number={moved.number} />
      </td>
      <td>{happened.words}</td>
      <td>
        <Link to={`/trail/items/${moved.itemId}`}>{moved.item}</Link>
      </td>
      <td>{happened.person}</td>
      <td className="figures">
        <Amount minor={moved.openDelta} currency={moved.currency} />
      </td>
      <td className="figures">
        {moved.currency} <Amount minor={moved.owedAfter} currency={moved.currency} look="bold" />
      </td>
    </tr>
  );
}

/** What was open once, below what is. */
function Settled({ id }: { id: number }) {
  const settled = useInfiniteQuery(settledQuery(id));
  if (settled.isPending) {
    return <Loading />;
  }
  if (settled.isError) {
    return <Sentence error={settled.error} retry={() => void settled.refetch()} />;
  }
  const items = settled.data.pages.flatMap((p) => p.items);
  return (
    items.length > 0 && (
      <>
        <h2>Settled</h2>
        <Items items={items} />
        <Older list={settled} shown={items.length} of="settled items" />
      </>
    )
  );
}

function Items({ items }: { items: Schemas['CustomerItemView'][] }) {
  return (
    <table className={page.table}>
      <thead>
        <tr>
          <th>item</th>
          <th>date</th>
          <th>due</th>
          <th>order</th>
          <th>terms</th>
          <th className="figures">billed</th>
          <th className="figures">settled</th>
          <th className="figures">open</th>
        </tr>
      </thead>
      <tbody>
        {items.map((i) => (
          <tr key={i.id} className={i.openMinor === 0 ? page.settled : undefined}>
            <td>
              <Link to={`/trail/items/${i.id}`}>{i.number}</Link>{' '}
              {i.kind !== 'invoice' && <span className={page.soft}>{i.kind}</span>}
            </td>
            <td>{shortDate(i.date)}</td>
            <td className={i.late ? page.late : undefined}>{shortDate(i.due)}</td>
            <td>{i.orderNumber}</td>
            <td>{i.terms}</td>
            <td className="figures">
              <Amount minor={i.totalMinor} currency={i.currency} />
            </td>
            <td className="figures">
              {i.totalMinor !== i.openMinor && (
                <Amount minor={i.totalMinor - i.openMinor} currency={i.currency} />
              )}
            </td>
            <td className="figures">
              <Amount minor={i.openMinor} currency={i.currency} look="bold" />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
