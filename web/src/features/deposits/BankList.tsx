import { useInfiniteQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { type Schemas } from '../../api/client';
import { Amount } from '../../components/Amount';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { shortDate, words } from '../../money/money';
import { PostingLink } from '../trail';
import { bankedQuery } from './depositsApi';

/** The sums of a bank account as they were banked; each opens into what it is made of. */
export function BankList() {
  const { accountId } = useParams();
  const banked = useInfiniteQuery(bankedQuery(Number(accountId)));
  if (banked.isPending) {
    return <Loading />;
  }
  if (banked.isError) {
    return <Sentence error={banked.error} retry={() => void banked.refetch()} />;
  }
  const entries = banked.data.pages.flatMap((p) => p.entries);
  const account = banked.data.pages[0]?.account ?? '';
  const currency = banked.data.pages[0]?.currency ?? '';
  return (
    <div className={page.page}>
      <div className={page.head}>
        <h1>{account}</h1>
        <span className={page.soft}>as the bank booked it, {currency}</span>
      </div>
      {entries.length === 0 && <Empty>No statement of this account was accepted yet.</Empty>}
      <table className={page.table}>
        <thead>
          <tr>
            <th>date</th>
            <th>text</th>
            <th>explained by</th>
            <th className="figures">amount</th>
            <th className="figures">balance after it</th>
          </tr>
        </thead>
        <tbody>
          {entries.map((e) => (
            <tr key={e.id}>
              <td>{shortDate(e.date)}</td>
              <td>
                {e.text || e.payer}
                {e.deposits.map((d) => (
                  <Made key={d.words} of={d} currency={currency} />
                ))}
              </td>
              <td>{e.by ? <PostingLink number={e.by} /> : 'not yet'}</td>
              <td className="figures">
                <Amount minor={e.amountMinor} currency={currency} />
              </td>
              <td className="figures">
                <Amount minor={e.balanceMinor} currency={currency} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Older list={banked} shown={entries.length} of="entries" />
    </div>
  );
}

/** What was tied to an entry, opened on request. */
function Made({ of, currency }: { of: Schemas['BankedDepositView']; currency: string }) {
  const name = `${of.words}, ${words(of.netMinor, currency)}`;
  return of.members.length === 0 ? (
    <div className={page.soft}>{name}</div>
  ) : (
    <details>
      <summary>
        {name}, {of.members.length} {of.members.length === 1 ? 'member' : 'members'}
      </summary>
      <ul>
        {of.members.map((m, i) => (
          // members of a deposit stand in their order, and two may be alike
          <li key={i}>
            {m.words} <Amount minor={m.amountMinor} currency={currency} />
          </li>
        ))}
      </ul>
    </details>
  );
}
