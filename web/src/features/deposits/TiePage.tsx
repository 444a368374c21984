import { newKey } from '../../api/newKey';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { Amount } from '../../components/Amount';
import { Choice } from '../../components/Choice';
import { FindField } from '../../components/FindField';
import { Key } from '../../components/Key';
import { Empty, Loading, Sentence } from '../../components/States';
import { Tape, type TapeRow } from '../../components/Tape';
import { useParam } from '../../components/useParam';
import { usePerform } from '../../components/usePerform';
import { useLanding } from '../../keyboard/keys';
import { shortDate, sumsOf, words } from '../../money/money';
import { useDeskKeys } from '../desk';
import { PostingLink } from '../trail';
import {
  tie,
  type TieBoard,
  tieBoardQuery,
  type TieEntry,
  type TieRecord,
  tieSetsQuery,
} from './depositsApi';
import { ReadWrongly } from './ReadWrongly';
import { TickList } from './TickList';
import styles from './Deposits.module.css';

/** So far one looks back: what is older is noise while one looks for what came this week. */
const BACK = [
  { value: '7', words: '7 days' },
  { value: '31', words: '31 days' },
  { value: '92', words: '92 days' },
];

type Reason = TieBoard['reasons'][number]['code'];

/** Entries of the bank at the head of a tape, what is recorded taken off it, left to tie 0.00. */
export function TiePage() {
  const [text, setText] = useParam('entries');
  const [recordText, setRecordText] = useParam('records');
  const [days, setDays] = useParam('days');
  const board = useQuery(tieBoardQuery(text, recordText, days));
  const work = useTie(board.data);
  useLanding('entries', board.isSuccess);
  if (board.isPending) {
    return <Loading />;
  }
  if (board.isError) {
    return <Sentence error={board.error} retry={() => void board.refetch()} />;
  }
  const { entries, records, entriesFound, recordsFound } = board.data;
  return (
    <div className={styles.ties}>
      <section className={styles.side} aria-label="The bank shows">
        <div className={styles.sideHead}>
          <h2>The bank shows</h2>
          <FindField
            label="Narrow the entries"
            placeholder="words, -not, 10..50"
            find={text}
            change={setText}
          />
        </div>
        <p className={styles.soft}>
          {entries.length < entriesFound && `The first ${entries.length} of ${entriesFound}. `}
          {entries.length} shown{entries.length > 0 && `, ${sumsOf(entries)}`}
        </p>
        {entries.length === 0 && <Empty>No entry that is not explained reads like that.</Empty>}
        <TickList
          zone="entries"
          label="Entries of the bank"
          ticked={work.entries.map((e) => e.id)}
          tick={(ids) => work.tickEntries(ids, entries)}
          rows={entries.map((e) => ({
            id: e.id,
            said: `${e.text}, ${words(e.amountMinor, e.currency)}`,
            content: (
              <Row
                date={e.date}
                words={e.text}
                under={`${e.account}${e.parked ? ' · parked beside its deposit' : ''}`}
                minor={e.amountMinor}
                currency={e.currency}
              />
            ),
          }))}
        />
      </section>
      <div className={styles.middle}>
        <h1 className="unseen">Tie to the bank</h1>
        <div className={styles.narrow}>
          <Choice
            label="Look back"
            value={days}
            options={BACK}
            otherwise="to the beginning"
            change={setDays}
          />
        </div>
        <TieStrip work={work} reasons={board.data.reasons} records={records} />
      </div>
      <section className={styles.side} aria-label="Recorded">
        <div className={styles.sideHead}>
          <h2>Recorded</h2>
          <FindField
            label="Narrow the records"
            placeholder="words, -not, 10..50"
            find={recordText}
            change={setRecordText}
          />
        </div>
        <p className={styles.soft}>
          {records.length < recordsFound && `The first ${records.length} of ${recordsFound}. `}
          {records.length} shown{records.length > 0 && `, ${sumsOf(records)}`}
        </p>
        {records.length === 0 && <Empty>Nothing that waits for the bank reads like that.</Empty>}
        <TickList
          zone="records"
          label="What is recorded"
          ticked={work.records.map((r) => r.id)}
          tick={(ids) => work.tickRecords(ids, records)}
          rows={nearest(records, work.left).map((r) => ({
            id: r.id,
            said: `${r.words}, ${words(r.amountMinor, r.currency)}`,
            content: (
              <Row
                date={r.date}
                words={r.words}
                under={[r.account, work.left > 0 ? apart(r, work.left) : '']
                  .filter(Boolean)
                  .join(' · ')}
                minor={r.amountMinor}
                currency={r.currency}
              />
            ),
          }))}
        />
      </section>
    </div>
  );
}

/** While something is left to tie, what is nearest to it stands first. */
function nearest(records: TieRecord[], left: number): TieRecord[] {
  return left > 0
    ? [...records].sort((a, b) => Math.abs(a.amountMinor - left) - Math.abs(b.amountMinor - left))
    : records;
}

function apart(r: TieRecord, left: number): string {
  const more = r.amountMinor - left;
  return more === 0
    ? 'the sum that is left'
    : `${words(Math.abs(more), r.currency)} ${more > 0 ? 'more' : 'less'} than is left`;
}

interface RowProps {
  date: string;
  words: string;
  under: string;
  minor: number;
  currency: string;
}

function Row({ date, words: said, under, minor, currency }: RowProps) {
  return (
    <>
      <td className={styles.when}>{shortDate(date)}</td>
      <td>
        {said}
        <span className={styles.details}>{under}</span>
      </td>
      <td className="figures">
        <Amount minor={minor} currency={currency} />
      </td>
    </>
  );
}

/** What is ticked on both sides; it stays while the lists are narrowed otherwise. */
function useTie(board: TieBoard | undefined) {
  const [entries, setEntries] = useState<TieEntry[]>([]);
  const [records, setRecords] = useState<TieRecord[]>([]);
  const [done, setDone] = useState<{ number: string; words: string }>();
  const key = useRef('');
  const { perform, problem } = usePerform();
  const sum = (list: { amountMinor: number }[]) => list.reduce((m, one) => m + one.amountMinor, 0);
  const shown = sum(entries);
  const left = shown - sum(records);

  const tieThem = (reason?: Reason, corrected?: number) => {
    key.current = key.current || newKey();
    const once = key.current;
    void perform(async () => {
      setDone(undefined);
      const body = { entries: entries.map((e) => e.id), recorded: records.map((r) => r.id) };
      setDone(
        await tie(
          {
            ...body,
            ...(reason ? { reason } : {}),
            ...(corrected === undefined ? {} : { corrected }),
          },
          once,
        ),
      );
      setEntries([]);
      setRecords([]);
    });
  };
  useDeskKeys({ undo: () => undefined, post: () => tieThem() });

  const chosen = <T extends { id: number }>(ids: number[], known: T[], all: T[]) =>
    ids.flatMap((id) => [...known, ...all].find((one) => one.id === id) ?? []);
  return {
    entries,
    records,
    shown,
    left,
    problem,
    done,
    currency: entries[0]?.currency ?? records[0]?.currency ?? board?.entries[0]?.currency ?? 'USD',
    tickEntries: (ids: number[], all: TieEntry[]) => {
      key.current = '';
      setEntries(chosen(ids, entries, all));
    },
    tickRecords: (ids: number[], all: TieRecord[]) => {
      key.current = '';
      setRecords(chosen(ids, records, all));
    },
    tieThem,
  };
}

interface StripProps {
  work: ReturnType<typeof useTie>;
  reasons: TieBoard['reasons'];
  records: TieRecord[];
}

function TieStrip({ work, reasons, records }: StripProps) {
  const { entries, currency, left } = work;
  const sets = useQuery(tieSetsQuery(entries.map((e) => e.id)));
  const rows: TapeRow[] = work.records.map((r) => ({
    key: String(r.id),
    label: r.words,
    minor: r.amountMinor,
    side: -1,
    remove: {
      label: `Take ${r.words} off`,
      act: () =>
        work.tickRecords(
          work.records.filter((o) => o.id !== r.id).map((o) => o.id),
          [],
        ),
    },
  }));
  const proposed = entries.length > 0 && work.records.length === 0 ? sets.data?.sets : undefined;
  return (
    <section data-zone="tape" tabIndex={0} aria-label="The tie">
      <Tape
        title={entries.length === 0 ? 'Tie to the bank' : `${entries.length} of the bank’s`}
        subtitle={
          entries.length === 0
            ? 'Tick what the bank shows, then what it is'
            : entries.map((e) => `${shortDate(e.date)} ${e.account}`).join(' · ')
        }
        headMinor={work.shown}
        currency={currency}
        rows={rows}
        footLabel="Left to tie"
        footMinor={left}
      >
        <p className="unseen" aria-live="polite">
          Left to tie {words(left, currency)}
        </p>
        {work.problem && <Sentence error={work.problem} />}
        <div className={styles.acts}>
          {left !== 0 &&
            entries.length > 0 &&
            work.records.length > 0 &&
            reasons.map((r) =>
              r.corrects ? (
                <ReadWrongly
                  key={`${r.code} ${work.records.map((o) => o.id).join()}`}
                  label={`${words(Math.abs(left), currency)} ${r.words}`}
                  records={work.records.map((o) => o.id)}
                  choose={(item) => work.tieThem(r.code, item)}
                />
              ) : (
                <Button key={r.code} onClick={() => work.tieThem(r.code)}>
                  {words(Math.abs(left), currency)} {r.words}
                </Button>
              ),
            )}
          <Button variant="contained" onClick={() => work.tieThem()}>
            Tie<Key>Ctrl ↵</Key>
          </Button>
        </div>
      </Tape>
      {work.done && (
        <p role="status" className={styles.soft}>
          {work.done.words}. <PostingLink number={work.done.number} />
        </p>
      )}
      {proposed && proposed.length > 0 && (
        <div className={styles.sets}>
          <h3 className={styles.soft}>
            {sets.data?.more ? 'Some of the sets that make this sum' : 'What makes this sum'}
          </h3>
          {proposed.map((s) => (
            <button
              key={s.records.join()}
              type="button"
              className={styles.set}
              onClick={() => work.tickRecords(s.records, records)}
            >
              <b>{s.words}</b>
              <span className={styles.details}>
                {s.records
                  .flatMap((id) => records.find((r) => r.id === id)?.words ?? [])
                  .slice(0, 4)
                  .join(', ')}
                {s.records.length > 4 && ` and ${s.records.length - 4} more`}
              </span>
            </button>
          ))}
        </div>
      )}
      {proposed?.length === 0 && (
        <p className={styles.soft}>
          Nothing that waits makes this sum; what is nearest stands first beside it. A receipt that
          was forgotten is <Link to="/receipts/new">recorded by hand</Link>, and then stands here.
        </p>
      )}
    </section>
  );
}
