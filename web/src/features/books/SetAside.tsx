import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { FindField } from '../../components/FindField';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { shortDate, words } from '../../money/money';
import { bringBack, setAsideQuery } from '../desk';

/** What was taken out of the day's work, why and by whom; brought back from here. */
export function SetAside() {
  const list = useQuery(setAsideQuery);
  const queries = useQueryClient();
  const [find, setFind] = useState('');
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState('');

  const back = async (id: number) => {
    setProblem('');
    setSaid('');
    try {
      setSaid((await bringBack(id)).words);
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };

  if (list.isPending) {
    return <Loading />;
  }
  if (list.isError) {
    return <Sentence error={list.error} retry={() => void list.refetch()} />;
  }
  const shown = list.data.filter((r) =>
    [r.payer, r.account, r.why, r.person, words(r.amountMinor, r.currency)]
      .join(' ')
      .toLowerCase()
      .includes(find.toLowerCase()),
  );
  const totals = new Map<string, number>();
  shown.forEach((r) => totals.set(r.currency, (totals.get(r.currency) ?? 0) + r.amountMinor));
  return (
    <>
      <div className={page.head}>
        <FindField
          label="Find what is set aside"
          placeholder="Find payer, reason, person, amount"
          find={find}
          change={setFind}
        />
        <output>
          {[...totals].map(([c, minor]) => `${c} ${words(minor, c)}`).join(' · ')}
          {shown.length > 0 && `, ${shown.length} set aside; the bank’s balance holds them`}
        </output>
      </div>
      {problem && <Sentence error={problem} />}
      {said && <p role="status">{said}. It stands in the pile again.</p>}
      {shown.length === 0 ? (
        <Empty>
          {find
            ? 'Nothing that is set aside is like that.'
            : 'Nothing is set aside. The desk sets a sum aside with X, for a reason.'}
        </Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>booked</th>
              <th>payer</th>
              <th>account</th>
              <th className="figures">amount</th>
              <th>why</th>
              <th>who, since</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((r) => (
              <tr key={r.moneyInId}>
                <td>{shortDate(r.date)}</td>
                <td>{r.payer}</td>
                <td className={page.line}>{r.account}</td>
                <td className="figures">
                  {r.currency} <Amount minor={r.amountMinor} currency={r.currency} />
                </td>
                <td>{r.why}</td>
                <td className={page.line}>
                  {r.person}, {shortDate(r.since)}
                </td>
                <td>
                  <Button onClick={() => void back(r.moneyInId)}>Bring back</Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
