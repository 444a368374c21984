import { useInfiniteQuery } from '@tanstack/react-query';
import { DebitCredit, DebitCreditHeads } from '../../components/DebitCredit';
import { FindField } from '../../components/FindField';
import { Older } from '../../components/Older';
import { Empty, Loading, Sentence } from '../../components/States';
import { useParam } from '../../components/useParam';
import page from '../../components/Page.module.css';
import { shortDate } from '../../money/money';
import { PostingLink } from '../trail';
import { journalQuery } from './booksApi';

/** The journal, the newest entries first; a long entry stands whole in its trail. */
export function Journal() {
  const [find, setFind] = useParam('find');
  const journal = useInfiniteQuery(journalQuery(find));
  if (journal.isPending) {
    return <Loading />;
  }
  if (journal.isError) {
    return <Sentence error={journal.error} retry={() => void journal.refetch()} />;
  }
  const entries = journal.data.pages.flatMap((p) => p.entries);
  return (
    <>
      <div className={page.head}>
        <FindField
          label="Find in the journal"
          placeholder="Find number, account, customer"
          find={find}
          change={setFind}
        />
        <output>{journal.data.pages[0]?.count ?? 0} entries in all</output>
      </div>
      {entries.length === 0 ? (
        <Empty>{find ? 'No entry is like that.' : 'Nothing is posted yet.'}</Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>number</th>
              <th>date</th>
              <th>account</th>
              <th>customer</th>
              <DebitCreditHeads />
            </tr>
          </thead>
          <tbody>
            {entries.flatMap((e) =>
              e.lines.map((l, i) => (
                <tr key={`${e.number} ${i}`}>
                  <td>{i === 0 && <PostingLink number={e.number} />}</td>
                  <td>{i === 0 && `${shortDate(e.date)} · ${e.kind}`}</td>
                  <td>
                    {l.account} {l.accountName}
                    {i === e.lines.length - 1 && e.more && (
                      <span className={page.soft}> · its further lines stand in its trail</span>
                    )}
                  </td>
                  <td>{l.customer}</td>
                  <DebitCredit minor={l.minor} currency={l.currency} />
                </tr>
              )),
            )}
          </tbody>
        </table>
      )}
      <Older list={journal} shown={entries.length} of="entries" />
    </>
  );
}
