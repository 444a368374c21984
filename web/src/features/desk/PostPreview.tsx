import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, memo, useCallback, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { words } from '../../money/money';
import {
  askForMoney,
  type PostedOfMany,
  postMany,
  previewQuery,
  type PreviewRow,
  type Together,
} from './deskApi';
import styles from './PostPreview.module.css';

type Outcome = { done: boolean; words: string };

interface Props {
  /** What would be posted: all that is sure, what somebody ticked, what is put by. */
  what: Together;
  /** Where one goes from here, in words. */
  back?: string;
  close: () => void;
}

/** What is posted in one go, before it is: each tape exactly as it is shown. */
export function PostPreview({ what, back = 'Back to the desk', close }: Props) {
  // what is shown is posted: what changes elsewhere meanwhile is no reason to read it anew
  const preview = useQuery({
    ...previewQuery(what),
    refetchOnMount: true,
    enabled: (query) => query.state.data === undefined,
  });
  if (preview.isPending) {
    return <Loading />;
  }
  if (preview.isError) {
    return <Sentence error={preview.error} retry={() => void preview.refetch()} />;
  }
  return <Sheet seen={preview.data} planned={what.kind === 'sure'} back={back} close={close} />;
}

/** Where every posting is released by a second person, each waits for that. */
async function outcomeOf(row: PreviewRow, of: PostedOfMany): Promise<Outcome> {
  if (of.posted) {
    return { done: true, words: of.posted.number };
  }
  if (of.code !== 'release') {
    return { done: false, words: of.sentence };
  }
  return askForMoney(row.moneyInId, row.lines).then(
    () => ({ done: true, words: 'waits for a second person' }),
    (e: unknown) => ({ done: false, words: sentenceOf(e) }),
  );
}

/** So many are posted before it is shown how they went. */
const TOGETHER = 20;

/** So many requests are under way at a time. */
const HANDS = 2;

async function outcomesOf(rows: PreviewRow[], planned: boolean): Promise<Map<number, Outcome>> {
  const outcomes = new Map<number, Outcome>();
  try {
    const answers = await postMany(rows, planned);
    for (const row of rows) {
      const of = answers.find((a) => a.moneyInId === row.moneyInId);
      if (of) {
        outcomes.set(row.moneyInId, await outcomeOf(row, of));
      }
    }
  } catch (e) {
    rows.forEach((r) => outcomes.set(r.moneyInId, { done: false, words: sentenceOf(e) }));
  }
  return outcomes;
}

/** The rows as they were first seen: what changes elsewhere meanwhile does not change them. */
function Sheet({
  seen,
  planned,
  back,
  close,
}: {
  seen: PreviewRow[];
  planned: boolean;
  back: string;
  close: () => void;
}) {
  const queries = useQueryClient();
  const [rows] = useState(seen);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [outcomes, setOutcomes] = useState<ReadonlyMap<number, Outcome>>(new Map());
  const [busy, setBusy] = useState(false);
  const [at, setAt] = useState(0);
  const self = useRef<HTMLDivElement>(null);
  useEffect(() => self.current?.focus(), []);
  const taken = rows.filter((r) => !out.has(r.moneyInId) && r.lacking === '');
  const takenIds = new Set(taken.map((r) => r.moneyInId));
  const done = outcomes.size > 0;

  const toggle = (row: PreviewRow | undefined) => {
    if (row && !done && row.lacking === '') {
      setOut((before) => {
        const next = new Set(before);
        if (!next.delete(row.moneyInId)) {
          next.add(row.moneyInId);
        }
        return next;
      });
    }
  };

  const latest = useRef(toggle);
  useEffect(() => {
    latest.current = toggle;
  });
  /** The same for every row as long as the sheet stands: rows that did not change stay as drawn. */
  const latestToggle = useCallback((row: PreviewRow) => latest.current(row), []);

  const postAll = async () => {
    setBusy(true);
    const rest = [...taken];
    const goOn = async () => {
      while (rest.length > 0) {
        const now = await outcomesOf(rest.splice(0, TOGETHER), planned);
        setOutcomes((before) => new Map([...before, ...now]));
      }
    };
    await Promise.all(Array.from({ length: HANDS }, goOn));
    setBusy(false);
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      setAt((i) => Math.min(rows.length - 1, Math.max(0, i + step)));
    } else if (event.key === ' ') {
      event.preventDefault();
      toggle(rows[at]);
    } else if (event.ctrlKey && event.key === 'Enter' && !done && !busy) {
      event.preventDefault();
      void postAll();
    } else if (event.key === 'Escape' && !busy) {
      event.preventDefault();
      close();
    }
  };

  return (
    <div
      ref={self}
      className={styles.preview}
      data-zone="preview"
      role="group"
      aria-label="What would be posted"
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <h2>
        {taken.length} {taken.length === 1 ? 'sum' : 'sums'} to post
      </h2>
      <p className={styles.soft}>
        {sums(taken)}. Each is posted as it stands here, or left and named. Space takes one out.
      </p>
      <p className={styles.acts} aria-live="polite">
        {done && (
          <b>
            {[...outcomes.values()].filter((o) => o.done).length} of {taken.length} posted
          </b>
        )}
        {!done && (
          <Button
            variant="contained"
            disabled={busy || taken.length === 0}
            onClick={() => void postAll()}
          >
            Post {taken.length}
            <Key>Ctrl ↵</Key>
          </Button>
        )}
        <Button onClick={close} disabled={busy}>
          {back}
          <Key>Esc</Key>
        </Button>
      </p>
      <table>
        <thead>
          <tr>
            <th aria-label="posted" />
            <th>payer</th>
            <th className="figures">amount</th>
            <th>explained by</th>
            <th>outcome</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <PreviewLine
              key={row.moneyInId}
              row={row}
              isAt={i === at}
              isTaken={takenIds.has(row.moneyInId)}
              outcome={outcomes.get(row.moneyInId)}
              toggle={latestToggle}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface LineProps {
  row: PreviewRow;
  isAt: boolean;
  isTaken: boolean;
  outcome: Outcome | undefined;
  toggle: (row: PreviewRow) => void;
}

/** One of perhaps many hundreds: drawn anew only when something of it is another. */
const PreviewLine = memo(function PreviewLine(props: LineProps) {
  const { row, isAt, isTaken, outcome, toggle } = props;
  return (
    <tr className={isAt ? styles.at : undefined} onClick={() => toggle(row)}>
      <td>
        <span className={isTaken ? styles.in : styles.out} aria-hidden />
        <span className="unseen">{isTaken ? 'taken' : 'left out'}</span>
      </td>
      <td>{row.payer}</td>
      <td className="figures">
        <Amount minor={row.amountMinor} currency={row.currency} />
      </td>
      <td>
        {row.words}
        {row.maker && <span className={styles.soft}> of {row.maker}</span>}
        {row.forgivenMinor > 0 && <b> · forgives {words(row.forgivenMinor, row.currency)}</b>}
      </td>
      <td className={outcome?.done === false ? styles.wrong : undefined}>
        {outcome?.words ?? row.lacking}
      </td>
    </tr>
  );
});

function sums(rows: PreviewRow[]): string {
  return [...new Set(rows.map((r) => r.currency))]
    .map((c) => {
      const sum = rows.filter((r) => r.currency === c).reduce((s, r) => s + r.amountMinor, 0);
      return `${c} ${words(sum, c)}`;
    })
    .join(', ');
}
