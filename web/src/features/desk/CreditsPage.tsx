import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { useLanding } from '../../keyboard/keys';
import { PostingLink } from '../trail';
import {
  type Choices,
  choicesQuery,
  type Credit,
  creditsQuery,
  type Item,
  type Line,
  type Posted,
} from './deskApi';
import { ItemsPane } from './ItemsPane';
import { MenuButtons, TapeMenus } from './TapeMenus';
import { TapeStrip } from './TapeStrip';
import { useCreditsTape } from './useCreditsTape';
import { LastAct } from './LastAct';
import styles from './Work.module.css';

/** A tape without money: begun by a credit, or by a customer, as the address says. */
export function CreditsPage() {
  const [search] = useSearchParams();
  const choices = useQuery(choicesQuery);
  const credits = useQuery(creditsQuery);
  const [done, setDone] = useState<{ posted?: Posted; words: string; times: number }>();
  const queries = useQueryClient();
  if (choices.isPending || credits.isPending) {
    return <Loading />;
  }
  if (choices.isError || credits.isError) {
    return <Sentence error={choices.error ?? credits.error} />;
  }
  const credit = credits.data.find((c) => c.item.id === Number(search.get('credit')) && c.usable);
  const customer = search.get('customer');
  const times = done?.times ?? 0;

  const finished = async (words: string, posted?: Posted) => {
    setDone({ words, times: times + 1, ...(posted ? { posted } : {}) });
    await queries.invalidateQueries();
  };

  return (
    <div className={styles.alone}>
      <CreditsWork
        key={`${credit?.item.id ?? ''} ${customer ?? ''} ${times}`}
        credit={times === 0 ? credit : undefined}
        currency={search.get('currency') ?? ''}
        customerId={customer === null ? undefined : Number(customer)}
        choices={choices.data}
        posted={(answer) => void finished(answer.words, answer)}
        asked={(why) => void finished(why)}
        said={
          done && (
            <p role="status" className={styles.note}>
              {done.words}
              {done.posted ? (
                <>
                  . <PostingLink number={done.posted.number} />
                </>
              ) : (
                <>
                  {' '}
                  <Link to="/books/waiting">What waits</Link>
                </>
              )}
            </p>
          )
        }
      />
    </div>
  );
}

/** A credit that is used, on the invoice for which it was meant where that has come. */
function beginning(item: Item, come: Item | undefined, wanted: string | null): Line[] {
  const open = Math.abs(item.openMinor);
  const invoice = come && String(come.id) === wanted ? come : undefined;
  const used = invoice ? Math.min(open, invoice.openMinor) : open;
  const line: Line = { kind: 'CREDIT_USED', amountMinor: used, itemId: item.id, item };
  return invoice
    ? [line, { kind: 'SETTLES', amountMinor: used, itemId: invoice.id, item: invoice }]
    : [line];
}

interface Props {
  credit: Credit | undefined;
  currency: string;
  customerId: number | undefined;
  choices: Choices;
  posted: (answer: Posted) => void;
  asked: (why: string) => void;
  said: React.ReactNode;
}

function CreditsWork({ credit, currency, customerId, choices, posted, asked, said }: Props) {
  const [search] = useSearchParams();
  const item = credit?.item;
  const tape = useCreditsTape({
    currency,
    choices,
    customerId,
    posted,
    asked,
    initial: item ? beginning(item, credit.come, search.get('item')) : [],
  });
  useLanding('tape', true);
  const money = { currency, amountMinor: 0, ...(customerId === undefined ? {} : { customerId }) };
  return (
    <>
      <div className={styles.middle}>
        <h1 className="unseen">A tape without money</h1>
        <TapeStrip
          title="Without money"
          subtitle={`Credits are put on items, on an account, or paid back · ${currency}`}
          amountMinor={0}
          currency={currency}
          choices={choices}
          tape={tape}
          onKey={tape.onKey}
          acts={
            <>
              <div className={styles.acts}>
                <MenuButtons tape={tape} />
                <Button onClick={tape.payBack}>
                  Pay back<Key>P</Key>
                </Button>
              </div>
              <LastAct undo={tape.undo} busy={tape.busy} act={tape.finish}>
                {tape.waits ? 'Let it wait for a second person' : 'Post'}
              </LastAct>
            </>
          }
        >
          {tape.problem && <Sentence error={tape.problem} />}
          {said}
          <TapeMenus money={money} choices={choices} tape={tape} />
          {tape.lines.length === 0 && said === undefined && (
            <p className={styles.note}>
              Tick a credit to use it, then what it goes to. Nothing is received here, so both sides
              must meet.
            </p>
          )}
        </TapeStrip>
      </div>
      <div className={styles.right}>
        <ItemsPane money={money} tape={tape} />
      </div>
    </>
  );
}
