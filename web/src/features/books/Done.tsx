import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { moment } from '../../money/money';
import { turnBack } from '../desk';
import { PostingLink } from '../trail';
import { accountsQuery, doneQuery } from './booksApi';

/** Every explained entry of an account: by what and whom, opened and turned back from here. */
export function Done() {
  const [search, setSearch] = useSearchParams();
  const account = search.get('account') ? Number(search.get('account')) : undefined;
  const find = search.get('find') ?? '';
  const accounts = useQuery(accountsQuery);
  const done = useQuery(doneQuery(account));
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const set = (key: string, value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        next.set(key, value);
        return next;
      },
      { replace: true },
    );

  const undo = async (number: string) => {
    setProblem('');
    try {
      await turnBack(number);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };

  if (done.isPending) {
    return <Loading />;
  }
  if (done.isError) {
    return <Sentence error={done.error} retry={() => void done.refetch()} />;
  }
  const wanted = find.toLowerCase();
  const shown = done.data.filter((d) =>
    `${d.number} ${d.payer} ${d.words} ${d.actor} ${d.amountMinor / 100}`
      .toLowerCase()
      .includes(wanted),
  );
  return (
    <>
      <div className={page.head}>
        <label>
          Account{' '}
          <select value={account ?? ''} onChange={(e) => set('account', e.target.value)}>
            <option value="">all</option>
            {accounts.data?.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name} {a.currency}
              </option>
            ))}
          </select>
        </label>
        <FindField
          label="Find what is done"
          placeholder="Find number, payer, item, person"
          find={find}
          change={(text) => set('find', text)}
        />
      </div>
      {problem && <Sentence error={problem} />}
      {shown.length === 0 ? (
        <Empty>Nothing is explained yet. What is posted on the desk comes here.</Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>number</th>
              <th>payer</th>
              <th className="figures">amount</th>
              <th>explained by</th>
              <th>who, when</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((d) => (
              <tr key={d.number} className={d.turnedBackBy ? page.settled : undefined}>
                <td>
                  <PostingLink number={d.number} />
                </td>
                <td>{d.payer}</td>
                <td className="figures">
                  {d.currency} <Amount minor={d.amountMinor} currency={d.currency} />
                </td>
                <td>{d.words}</td>
                <td>
                  {d.actor}, {moment(d.postedAt)}
                </td>
                <td>
                  {d.turnedBackBy ? (
                    <>
                      turned back by <PostingLink number={d.turnedBackBy} />
                    </>
                  ) : (
                    <Button onClick={() => void undo(d.number)}>Turn back</Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
