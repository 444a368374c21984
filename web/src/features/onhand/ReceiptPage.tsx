import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Loading, Sentence } from '../../components/States';
import { sumsOf } from '../../money/money';
import { choicesQuery, type Customer, methodsQuery, work } from '../desk';
import { PostingLink } from '../trail';
import { customerQuery } from '../customers';
import type { Recorded } from './receiptsApi';
import { type Kept, ReceiptForm } from './ReceiptForm';

/** One that was recorded since the page was opened. */
interface Done {
  recorded: Recorded;
  currency: string;
  amountMinor: number;
}

/** Receipts recorded one after the other; begun with a customer or an item by the address. */
export function ReceiptPage() {
  const [search] = useSearchParams();
  const methods = useQuery(methodsQuery);
  const choices = useQuery(choicesQuery);
  const begun = search.get('customer');
  const customer = useQuery({ ...customerQuery(Number(begun)), enabled: begun !== null });
  const [done, setDone] = useState<Done[]>([]);
  const [kept, setKept] = useState<Kept>();
  const queries = useQueryClient();
  if (methods.isPending || choices.isPending || (begun !== null && customer.isPending)) {
    return <Loading />;
  }
  if (methods.isError || choices.isError) {
    return <Sentence error={methods.error ?? choices.error} />;
  }
  const first: Customer | undefined = customer.data?.customer;
  const last = done.at(-1);
  return (
    <div className={work.alone}>
      <ReceiptForm
        key={done.length}
        methods={methods.data}
        choices={choices.data}
        customer={done.length === 0 ? first : undefined}
        item={done.length === 0 ? Number(search.get('item')) : undefined}
        kept={kept}
        recorded={(recorded, receipt, keep) => {
          setKept(keep);
          setDone([...done, { recorded, ...receipt }]);
          void queries.invalidateQueries();
        }}
        said={
          last && (
            <p role="status" className={work.note}>
              {last.recorded.words}
              {last.recorded.posted && (
                <>
                  . <PostingLink number={last.recorded.posted.number} />
                </>
              )}
              {done.length > 1 && ` · ${done.length} recorded here, ${sumsOf(done)}`}
            </p>
          )
        }
      />
    </div>
  );
}
