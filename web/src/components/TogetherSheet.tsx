import Button from '@mui/material/Button';
import {
  type KeyboardEvent,
  memo,
  type ReactNode,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import { Key } from './Key';
import styles from './TogetherSheet.module.css';

export type Outcome = { done: boolean; words: string };
export type Outcomes = ReadonlyMap<number, Outcome>;

interface Props<T> {
  /** What the rows are, for who does not see them. */
  label: string;
  /** The rows as they are first seen: what changes elsewhere meanwhile does not change them. */
  rows: T[];
  idOf: (row: T) => number;
  /** Why a row cannot be taken; empty when it can. */
  lackingOf: (row: T) => string;
  title: (taken: T[], all: number) => string;
  /** What it comes to, and what will be done. */
  words: (taken: T[]) => string;
  heads: { words: string; figures?: boolean }[];
  /** The cells of a row; the same function at every drawing. */
  cellsOf: (row: T) => ReactNode;
  /** What is done, as a button says it, and what it has become then. */
  act: string;
  became: string;
  back: string;
  close: () => void;
  /** Does it to each row, and tells how it went as it goes. */
  run: (taken: T[], tell: (outcomes: Outcomes) => void) => Promise<void>;
}

/** Many done in one go: each seen before, any one taken out, an outcome for each. */
export function TogetherSheet<T>(props: Props<T>) {
  const { idOf, lackingOf, back, close } = props;
  const [rows] = useState(props.rows);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [outcomes, setOutcomes] = useState<Outcomes>(new Map());
  const [busy, setBusy] = useState(false);
  const [begun, setBegun] = useState(false);
  const [at, setAt] = useState(0);
  const self = useRef<HTMLDivElement>(null);
  useEffect(() => self.current?.focus(), []);
  const taken = rows.filter((r) => !out.has(idOf(r)) && lackingOf(r) === '');
  const takenIds = new Set(taken.map(idOf));

  const toggle = (row: T | undefined) => {
    if (row !== undefined && !begun && lackingOf(row) === '') {
      setOut((before) => {
        const next = new Set(before);
        if (!next.delete(idOf(row))) {
          next.add(idOf(row));
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
  const latestToggle = useCallback((row: T) => latest.current(row), []);

  const run = async () => {
    setBusy(true);
    setBegun(true);
    await props.run(taken, (now) => setOutcomes((before) => new Map([...before, ...now])));
    setBusy(false);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      setAt((i) => Math.min(rows.length - 1, Math.max(0, i + step)));
    } else if (event.key === ' ') {
      event.preventDefault();
      toggle(rows[at]);
    } else if (event.ctrlKey && event.key === 'Enter' && !begun && taken.length > 0) {
      event.preventDefault();
      void run();
    } else if (event.key === 'Escape' && !busy) {
      event.preventDefault();
      close();
    }
  };

  return (
    <div
      ref={self}
      className={styles.sheet}
      data-zone="preview"
      role="group"
      aria-label={props.label}
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <h2>{props.title(taken, rows.length)}</h2>
      <p className={styles.soft}>{props.words(taken)}</p>
      <p className={styles.acts} aria-live="polite">
        {begun && (
          <b>
            {[...outcomes.values()].filter((o) => o.done).length} of {taken.length} {props.became}
          </b>
        )}
        {!begun && (
          <Button variant="contained" disabled={taken.length === 0} onClick={() => void run()}>
            {props.act} {taken.length}
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
            <th aria-label="taken" />
            {props.heads.map((h) => (
              <th key={h.words} className={h.figures ? 'figures' : undefined}>
                {h.words}
              </th>
            ))}
            <th>outcome</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <Line
              key={idOf(row)}
              row={row}
              isAt={i === at}
              isTaken={takenIds.has(idOf(row))}
              lacking={lackingOf(row)}
              outcome={outcomes.get(idOf(row))}
              cellsOf={props.cellsOf as (row: unknown) => ReactNode}
              toggle={latestToggle as (row: unknown) => void}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface LineProps {
  row: unknown;
  isAt: boolean;
  isTaken: boolean;
  lacking: string;
  outcome: Outcome | undefined;
  cellsOf: (row: unknown) => ReactNode;
  toggle: (row: unknown) => void;
}

/** One of perhaps many hundreds: drawn anew only when something of it is another. */
const Line = memo(function Line(props: LineProps) {
  const { row, isAt, isTaken, outcome } = props;
  return (
    <tr className={isAt ? styles.at : undefined} onClick={() => props.toggle(row)}>
      <td>
        <span className={isTaken ? styles.in : styles.out} aria-hidden />
        <span className="unseen">{isTaken ? 'taken' : 'left out'}</span>
      </td>
      {props.cellsOf(row)}
      <td className={outcome?.done === false ? styles.wrong : undefined}>
        {outcome?.words ?? props.lacking}
      </td>
    </tr>
  );
});
