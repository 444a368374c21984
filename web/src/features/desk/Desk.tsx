import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Empty, Loading, Sentence } from '../../components/States';
import { useParam } from '../../components/useParam';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { focusZone, isInField, useLanding } from '../../keyboard/keys';
import { words } from '../../money/money';
import { turnBack } from '../trail';
import {
  choicesQuery,
  deskQuery,
  forgetPayers,
  moneyQuery,
  type PileRow,
  type Posted,
  type Together,
} from './deskApi';
import { useDraftsOfOtherWindows } from './drafts';
import { MoneyWork } from './MoneyWork';
import { Pile } from './Pile';
import { PostPreview } from './PostPreview';
import { TogetherWork } from './TogetherWork';
import styles from './Desk.module.css';

/** The desk: the pile, the tape with its ways, the source and the items. */
export function Desk() {
  const desk = useQuery(deskQuery);
  const choices = useQuery(choicesQuery);
  const navigate = useNavigateWithin('/desk');
  const queries = useQueryClient();
  const { moneyId } = useParams();
  const [preview, setPreview] = useState<Together>();
  const [worked, setWorked] = useParam('as-one', true);
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set());
  const [last, setLast] = useState<Posted>();
  /** The sum that was just posted, until another is shown in its place. */
  const [left, setLeft] = useState<number>();
  /** Whether the last sum was left by placing it or putting it by: the work goes on at the next. */
  const [onward, setOnward] = useState(false);
  const [said, setSaid] = useState<{ words: string; wrong: boolean }>();
  const rows = desk.data?.rows;
  // what a person looks at stands in the address, and stays until they leave it
  const selected = moneyId === undefined ? undefined : Number(moneyId);
  const surest = rows?.find((r) => r.id !== left)?.id;

  const select = useCallback(
    async (id: number) =>
      navigate({ pathname: `/desk/${id}`, search: window.location.search }, { replace: true }),
    [navigate],
  );

  /** Goes on at the next sum; after the last one there is nothing left to do. */
  const goOn = async (next: PileRow | undefined) =>
    next
      ? select(next.id)
      : navigate({ pathname: '/desk', search: window.location.search }, { replace: true });

  useEffect(() => {
    if (moneyId === undefined && surest !== undefined) {
      void select(surest);
    }
  }, [moneyId, surest, select]);
  useDraftsOfOtherWindows(queries);
  useLanding('pile', desk.isSuccess && choices.isSuccess && !desk.isFetching);

  const posted = async (answer: Posted) => {
    const explained = answer.moneyInId;
    setLeft(explained);
    const next = rows && explained !== undefined ? nextOf(rows, explained) : undefined;
    setLast(answer);
    setSaid(undefined);
    setOnward(true);
    if (explained !== undefined) {
      await goOn(next);
      queries.removeQueries(moneyQuery(explained));
    }
    await queries.invalidateQueries({ queryKey: ['desk'] });
    setLeft(undefined);
  };

  const setAside = async (words: string) => {
    const next = rows && selected !== undefined ? nextOf(rows, selected) : undefined;
    setLeft(selected);
    setLast(undefined);
    setSaid({ words, wrong: false });
    setOnward(true);
    await goOn(next);
    await queries.invalidateQueries({ queryKey: ['desk'] });
    setLeft(undefined);
  };

  const takeBack = useCallback(async () => {
    if (!last) {
      return;
    }
    try {
      const answer = await turnBack(last.number);
      setLast(undefined);
      setSaid({ words: answer.words, wrong: false });
      await queries.invalidateQueries({ queryKey: ['desk'] });
      if (answer.moneyInId !== undefined) {
        await select(answer.moneyInId);
      }
    } catch (e) {
      setSaid({ words: sentenceOf(e), wrong: true });
    }
  }, [last, queries, select]);

  const forget = async (answer: Posted) => {
    try {
      await forgetPayers(answer.taught?.keys ?? [], true);
      const rest = { ...answer };
      delete rest.taught;
      setLast(rest);
      await queries.invalidateQueries();
    } catch (e) {
      setSaid({ words: sentenceOf(e), wrong: true });
    }
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey && event.shiftKey && event.key.toLowerCase() === 'z' && !isInField(event)) {
        event.preventDefault();
        void takeBack();
      }
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [takeBack]);

  if (desk.isPending || choices.isPending) {
    return <Loading />;
  }
  if (desk.isError || choices.isError) {
    return <Sentence error={desk.error ?? choices.error} retry={() => void desk.refetch()} />;
  }
  const onPile = desk.data.rows.filter((r) => ticked.has(r.id)).map((r) => r.id);
  const tick = (ids: number[], on: boolean) =>
    setTicked((before) => {
      const next = new Set(before);
      ids.forEach((id) => (on ? next.add(id) : next.delete(id)));
      return next;
    });
  const together = worked.split(',').map(Number);
  const asOne = [...desk.data.rows]
    .filter((r) => together.includes(r.id))
    .sort((a, b) => a.date.localeCompare(b.date) || a.id - b.id);
  const workAsOne = (ids: number[]) => setWorked(ids.length > 1 ? ids.join() : '');
  const lacking = desk.data.progress.filter((p) => p.totalMinor > p.placedMinor);
  const at = desk.data.rows.findIndex((r) => r.id === selected);
  return (
    <div className={styles.desk}>
      <div className={styles.progress}>
        {desk.data.progress.map((p) => (
          <span key={p.currency}>
            {p.currency} <b className="figures">{words(p.placedMinor, p.currency)}</b> of{' '}
            <b className="figures">{words(p.totalMinor, p.currency)}</b> placed
          </span>
        ))}
        {desk.data.progress.length > 0 && (
          <span className={styles.soft}>of the pile since the day began</span>
        )}
        <span className={styles.soft}>
          {at >= 0 ? `entry ${at + 1} of ${desk.data.entries}` : `${desk.data.entries} entries`}
        </span>
        {lacking.length > 0 && (
          <span className={styles.lacking}>
            {lacking
              .map((p) => `${p.currency} ${words(p.totalMinor - p.placedMinor, p.currency)}`)
              .join(', ')}{' '}
            still to place
          </span>
        )}
        {desk.data.putBy > 0 && (
          <button
            type="button"
            className={styles.putBy}
            onClick={() => setPreview({ kind: 'putBy' })}
          >
            Put by, not posted · {desk.data.putBy}
          </button>
        )}
        {desk.data.waiting > 0 && (
          <Link to="/books/waiting" className={styles.soft}>
            Waiting for a second person · {desk.data.waiting}
          </Link>
        )}
        {desk.data.awaitedCome > 0 && (
          <Link to="/books/credits" className={styles.soft}>
            Invoices that money waited for · {desk.data.awaitedCome}
          </Link>
        )}
        {desk.data.setAside > 0 && (
          <Link to="/books/set-aside" className={styles.soft}>
            Set aside · {desk.data.setAside}
          </Link>
        )}
      </div>
      <div className={styles.columns}>
        <Pile
          rows={desk.data.rows}
          selected={selected}
          select={(id) => void select(id)}
          ticked={ticked}
          tick={tick}
          post={(what) =>
            setPreview(what === 'sure' ? { kind: 'sure' } : { kind: 'ticked', ids: onPile })
          }
          asOne={() => workAsOne(onPile)}
        />
        {preview ? (
          <PostPreview
            what={preview}
            close={() => {
              setPreview(undefined);
              if (at < 0) {
                // what was open before is posted with the rest
                void goOn(desk.data.rows[0]);
              }
              focusZone('pile');
            }}
          />
        ) : asOne.length > 1 ? (
          <TogetherWork
            key={asOne.map((r) => r.id).join()}
            rows={asOne}
            choices={choices.data}
            shared={() => {
              void queries.invalidateQueries({ queryKey: ['desk'] });
              setPreview({ kind: 'ticked', ids: asOne.map((r) => r.id) });
              workAsOne([]);
            }}
            leave={() => {
              workAsOne([]);
              focusZone('pile');
            }}
          />
        ) : selected === undefined ? (
          <NothingToDo anyMoney={desk.data.anyMoney} />
        ) : (
          <MoneyWork
            key={selected}
            moneyId={selected}
            choices={choices.data}
            onward={onward}
            left={left === selected}
            posted={(answer) => void posted(answer)}
            aside={(words) => void setAside(words)}
            putBy={() => {
              const next = nextOf(desk.data.rows, selected);
              setOnward(true);
              if (next) {
                void select(next.id);
              }
            }}
          />
        )}
      </div>
      {(last !== undefined || said !== undefined) && (
        <div className={said?.wrong ? styles.footWrong : styles.foot} role="status">
          <span>{said ? said.words : last?.words}</span>
          {last?.taught && (
            <span className={styles.taught}>
              {last.taught.words}
              <button type="button" onClick={() => void forget(last)}>
                do not remember
              </button>
            </span>
          )}
          {last && (
            <button type="button" onClick={() => void takeBack()}>
              turn back {last.number} <kbd>Ctrl+Shift+Z</kbd>
            </button>
          )}
        </div>
      )}
    </div>
  );
}

/** Why the pile is empty: a new house is not one in which all is explained. */
function NothingToDo({ anyMoney }: { anyMoney: boolean }) {
  return (
    <Empty>
      {anyMoney
        ? 'The pile is empty: every sum is explained or waits in Deposits. New money comes in at Arrivals.'
        : 'No money has come in yet. Bring in a list of open items, then a statement, at Arrivals.'}
    </Empty>
  );
}

/** The next row of the same group, else of the next group, else the one before. */
function nextOf(rows: PileRow[], id: number): PileRow | undefined {
  const at = rows.findIndex((r) => r.id === id);
  return rows[at + 1] ?? rows[at - 1];
}
