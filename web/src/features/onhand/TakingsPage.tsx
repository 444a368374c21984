import { newKey } from '../../api/newKey';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import { words } from '../../money/money';
import { TillStrip } from '../deposits';
import { type Choices, choicesQuery, type Methods, methodsQuery, useDeskKeys, work } from '../desk';
import { recordTakings, type TillDay, tillDayQuery, tillsQuery } from './receiptsApi';
import { type Draft, newPaid, newSold, type PaidDraft, type SoldDraft, toRequest } from './takings';
import { PaidRow, SoldRow } from './TakingsRows';
import styles from './Receipt.module.css';

/** What a counter took in on a day: what was sold, how it was paid, and what the till counted. */
export function TakingsPage() {
  const methods = useQuery(methodsQuery);
  const choices = useQuery(choicesQuery);
  const tills = useQuery(tillsQuery);
  const [done, setDone] = useState<{ words: string; till: string }[]>([]);
  const queries = useQueryClient();
  if (methods.isPending || choices.isPending || tills.isPending) {
    return <Loading />;
  }
  if (methods.isError || choices.isError || tills.isError) {
    return <Sentence error={methods.error ?? choices.error ?? tills.error} />;
  }
  return (
    <div className={work.alone}>
      <TakingsForm
        key={done.length}
        methods={methods.data}
        choices={choices.data}
        till={done.at(-1)?.till ?? tills.data[0]?.name ?? ''}
        said={done.at(-1)?.words}
        recorded={(words, till) => {
          setDone([...done, { words, till }]);
          void queries.invalidateQueries();
        }}
      />
    </div>
  );
}

interface Props {
  methods: Methods;
  choices: Choices;
  /** The till that was recorded last. */
  till: string;
  said: string | undefined;
  recorded: (words: string, till: string) => void;
}

function begin(methods: Methods, till: string): Draft {
  return {
    till,
    day: methods.today,
    currency: methods.currencies[0] ?? '',
    sold: [newSold('SOLD'), newSold('PAID_OUT')],
    paid: methods.methods.filter((m) => m.kind !== 'TRANSFER').map((m) => newPaid(m.code)),
    change: '',
  };
}

/** The last row of a kind is always an empty one; one in place of which there is none stays so. */
function withRoom<T extends { amount: string }>(
  rows: T[],
  at: number,
  more: (like: T) => T | undefined,
): T[] {
  const row = rows[at];
  const next = row && more(row);
  return next && row.amount !== '' && !rows.slice(at + 1).some((r) => isLike(r, row))
    ? [...rows.slice(0, at + 1), next, ...rows.slice(at + 1)]
    : rows;
}

const isLike = (a: object, b: object) =>
  'kind' in a && 'kind' in b
    ? a.kind === b.kind
    : 'method' in a && 'method' in b && a.method === b.method;

function TakingsForm({ methods, choices, till, said, recorded }: Props) {
  const [draft, setDraft] = useState(() => begin(methods, till));
  const [key] = useState(() => newKey());
  const { perform, problem } = usePerform();
  const [busy, setBusy] = useState(false);
  const first = useRef<HTMLDivElement>(null);
  useEffect(() => first.current?.querySelector('input')?.focus(), []);

  const isCash = (code: string) =>
    methods.methods.some((m) => m.code === code && m.kind === 'CASH');
  const change = (next: Partial<Draft>) => setDraft({ ...draft, ...next });
  const changeSold = (at: number, next: Partial<SoldDraft>) =>
    change({
      sold: withRoom(
        draft.sold.map((row, i) => (i === at ? { ...row, ...next } : row)),
        at,
        (like) => newSold(like.kind, like),
      ),
    });
  const changePaid = (at: number, next: Partial<PaidDraft>) =>
    change({
      paid: withRoom(
        draft.paid.map((row, i) => (i === at ? { ...row, ...next } : row)),
        at,
        // cash is counted once, all together
        (like) => (isCash(like.method) ? undefined : newPaid(like.method)),
      ),
    });

  const firstCash = draft.paid.findIndex((p) => isCash(p.method));
  const request = toRequest(draft);
  const whole = request && request.sold.length > 0 && request.paid.length > 0;
  const asked = whole ? request : undefined;
  const shown = useQuery(tillDayQuery(asked));
  const day = whole && !shown.isFetching ? shown.data : undefined;

  const record = (differs: boolean) => {
    if (!request || !day || busy || (day.differenceMinor !== 0 && !differs)) {
      return;
    }
    setBusy(true);
    void perform(async () => {
      const done = await recordTakings(
        { takings: request, differenceMinor: day.differenceMinor },
        key,
      );
      recorded(done.words, draft.till);
    }).finally(() => setBusy(false));
  };
  useDeskKeys({ undo: () => undefined, post: () => record(false) });

  /** Enter goes to the next field, as on a sheet. */
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.key === 'Enter' && !event.ctrlKey && event.target instanceof HTMLInputElement) {
      event.preventDefault();
      const fields = [...event.currentTarget.querySelectorAll<HTMLInputElement>('input')];
      fields[fields.indexOf(event.target) + 1]?.focus();
    }
  };

  return (
    <>
      <div
        className={work.middle}
        data-zone="takings"
        role="group"
        aria-label="The day"
        onKeyDown={onKeyDown}
      >
        <h1 className={styles.title}>Takings of a day</h1>
        <div className={styles.counter} ref={first}>
          <Field
            label="Till"
            value={draft.till}
            change={(t) => change({ till: t })}
            maxLength={40}
          />
          <Field
            label="Day"
            type="date"
            value={draft.day}
            change={(next) => next && change({ day: next })}
          />
          {methods.currencies.length > 1 && (
            <Choice
              label="Currency"
              value={draft.currency}
              options={methods.currencies.map((c) => ({ value: c, words: c }))}
              change={(currency) => change({ currency })}
            />
          )}
        </div>
        <h2 className={styles.part}>What was sold, and what was taken out of the till</h2>
        {draft.sold.map((row, i) => (
          <SoldRow
            key={i}
            row={row}
            at={i + 1}
            currency={draft.currency}
            choices={choices}
            change={(next) => changeSold(i, next)}
          />
        ))}
        <h2 className={styles.part}>How it was paid</h2>
        {draft.paid.map((row, i) => (
          <PaidRow
            key={i}
            row={row}
            at={i + 1}
            currency={draft.currency}
            methods={methods.methods}
            change={(next) => changePaid(i, next)}
            stays={
              i === firstCash
                ? { typed: draft.change, change: (typed) => change({ change: typed }) }
                : undefined
            }
          />
        ))}
      </div>
      <aside className={styles.proof} data-zone="strip" tabIndex={0} aria-label="The till, proved">
        {day && <TillStrip day={day} />}
        {!whole && (
          <p className={styles.soft}>
            {request
              ? 'Type what was sold and how it was paid; here it is proved.'
              : `An amount that is typed is none in ${draft.currency}.`}
          </p>
        )}
        {whole && shown.isError && !shown.isFetching && <Sentence error={shown.error} />}
        {problem && <Sentence error={problem} />}
        {said && (
          <p role="status" className={work.note}>
            {said}
          </p>
        )}
        <div className={work.acts}>
          {day && day.differenceMinor !== 0 && (
            <Button onClick={() => record(true)} disabled={busy}>
              Record, the till is {tillWords(day)}
            </Button>
          )}
          <Button
            variant="contained"
            disabled={busy || !day || day.differenceMinor !== 0}
            onClick={() => record(false)}
          >
            Record<Key>Ctrl ↵</Key>
          </Button>
        </div>
      </aside>
    </>
  );
}

const tillWords = (day: TillDay) =>
  `${words(Math.abs(day.differenceMinor), day.currency)} ${day.differenceMinor < 0 ? 'short' : 'over'}`;
