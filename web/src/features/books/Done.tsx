import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import { useParam } from '../../components/useParam';
import page from '../../components/Page.module.css';
import { moment, words } from '../../money/money';
import { choicesQuery } from '../desk';
import { PostingLink, TurnBack } from '../trail';
import { accountsQuery, doneQuery, doneTotalsQuery } from './booksApi';

/** Every explained entry of an account: by what and whom, opened and turned back from here. */
export function Done() {
  const [ofAccount, setAccount] = useParam('account');
  const [find, setFind] = useParam('find');
  const [how, setHow] = useParam('how');
  const account = ofAccount ? Number(ofAccount) : undefined;
  const accounts = useQuery(accountsQuery);
  const choices = useQuery(choicesQuery);
  const wanted = { account, how, find };
  const done = useInfiniteQuery(doneQuery(wanted));
  const totals = useQuery(doneTotalsQuery(wanted));

  if (done.isPending) {
    return <Loading />;
  }
  if (done.isError) {
    return <Sentence error={done.error} retry={() => void done.refetch()} />;
  }
  const rows = done.data.pages.flatMap((p) => p.rows);
  return (
    <>
      <div className={page.head}>
        <label>
          Account{' '}
          <select value={account ?? ''} onChange={(e) => setAccount(e.target.value)}>
            <option value="">all</option>
            {accounts.data?.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name} {a.currency}
              </option>
            ))}
          </select>
        </label>
        <label>
          Came about{' '}
          <select value={how} onChange={(e) => setHow(e.target.value)}>
            <option value="">however</option>
            <optgroup label="by whose hand">
              {choices.data?.hands.map((h) => (
                <option key={h.code} value={h.code}>
                  {h.words}
                </option>
              ))}
            </optgroup>
            <optgroup label="and by what">
              {choices.data?.grounds.map((g) => (
                <option key={g.code} value={g.code}>
                  {g.words}
                </option>
              ))}
            </optgroup>
          </select>
        </label>
        <FindField
          label="Find what is done"
          placeholder="Find number, payer, item, person"
          find={find}
          change={setFind}
        />
        <output>
          {totals.data
            ?.map((t) => `${t.count} standing, ${t.currency} ${words(t.amountMinor, t.currency)}`)
            .join(' · ')}
        </output>
      </div>
      {rows.length === 0 ? (
        <Empty>
          {account || how || find
            ? 'Nothing that is explained is like that.'
            : 'Nothing is explained yet. What is posted on the desk comes here.'}
        </Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>number</th>
              <th>payer</th>
              <th className="figures">amount</th>
              <th>explained by</th>
              <th>came about</th>
              <th>who, when</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((d) => (
              <tr key={d.number} className={d.turnedBackBy ? page.settled : undefined}>
                <td>
                  <PostingLink number={d.number} />
                </td>
                <td>{d.payer}</td>
                <td className="figures">
                  {d.currency} <Amount minor={d.amountMinor} currency={d.currency} />
                </td>
                <td>
                  {d.words}
                  {d.lacksPaper && <span className={page.late}> · lacks a paper</span>}
                </td>
                <td className={page.line}>{[d.hand, d.ground].filter(Boolean).join(', ')}</td>
                <td className={page.line}>
                  {d.actor}, {moment(d.postedAt)}
                </td>
                <td>
                  {d.turnedBackBy ? (
                    <>
                      turned back by <PostingLink number={d.turnedBackBy} />
                    </>
                  ) : (
                    <TurnBack number={d.number} />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Older list={done} shown={rows.length} of="explained sums" />
    </>
  );
}
