import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { AmountField } from '../../components/AmountField';
import { Tape } from '../../components/Tape';
import { focusZone, isInField } from '../../keyboard/keys';
import { shortDate, words } from '../../money/money';
import type { Choices, Line } from './deskApi';
import { lineDetail, lineWords } from './differences';
import { sideOf } from './tape';
import type { TapeLines } from './useTapeLines';
import styles from './Work.module.css';

interface Props {
  title: string;
  subtitle: string;
  amountMinor: number;
  currency: string;
  choices: Choices;
  tape: TapeLines;
  /** What other keys do. */
  onKey: (event: KeyboardEvent) => void;
  /** On the strip, below its foot. */
  acts: ReactNode;
  /** Below the strip. */
  children: ReactNode;
}

/** A tape with its lines, chosen, changed and removed by key and by mouse. */
export function TapeStrip(props: Props) {
  const { amountMinor, currency, choices, tape } = props;
  const [at, setAt] = useState(-1);
  const [editing, setEditing] = useState(false);

  const onKeyDown = (event: KeyboardEvent) => {
    if (isInField(event) || event.ctrlKey || event.altKey || tape.differences) {
      return;
    }
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setAt((i) => Math.min(tape.lines.length - 1, Math.max(0, i + step)));
    } else if (event.key === 'Enter' && tape.lines[at] && event.target === event.currentTarget) {
      event.preventDefault();
      setEditing(true);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && tape.lines[at]) {
      event.preventDefault();
      tape.change({ type: 'remove', index: at });
    } else if (event.key.toLowerCase() === 'm' && meantField()) {
      event.preventDefault();
      meantField()?.focus();
    } else {
      props.onKey(event);
    }
  };

  const field = (line: Line, index: number) =>
    editing && index === at ? (
      <AmountField
        label={`Amount of ${lineWords(line, choices)}`}
        minor={line.amountMinor}
        currency={currency}
        keep={(minor) => tape.change({ type: 'change', index, minor })}
        done={() => {
          setEditing(false);
          focusZone('tape');
        }}
      />
    ) : undefined;

  return (
    <section
      className={styles.tapeZone}
      data-zone="tape"
      tabIndex={0}
      aria-label="Tape and ways"
      onKeyDown={onKeyDown}
    >
      <Tape
        title={props.title}
        subtitle={props.subtitle}
        headMinor={amountMinor}
        currency={currency}
        rows={tape.lines.map((line, i) => ({
          key: `${i}-${line.kind}-${line.itemId ?? line.reason ?? ''}`,
          label: (
            <>
              <LineLabel line={line} choices={choices} />
              {line.kind === 'ON_ACCOUNT' && (
                <MeantFor
                  key={line.meantFor ?? ''}
                  number={line.meantFor ?? ''}
                  keep={(number) => tape.change({ type: 'meant', index: i, number })}
                />
              )}
            </>
          ),
          minor: line.amountMinor,
          side: sideOf(line, amountMinor < 0, choices),
          chosen: i === at,
          field: field(line, i),
          choose: () => setAt(i),
          change: () => {
            setAt(i);
            setEditing(true);
          },
          remove: {
            label: `Take ${lineWords(line, choices)} off the tape`,
            act: () => tape.change({ type: 'remove', index: i }),
          },
        }))}
        footLabel="Left to place"
        footMinor={tape.left}
      >
        {props.acts}
      </Tape>
      <p className="unseen" aria-live="polite">
        Left to place {words(tape.left, currency)}
      </p>
      {props.children}
    </section>
  );
}

const meantField = () => document.querySelector<HTMLInputElement>('[data-meant]');

/** For which invoice or order that is not there yet money stays on account. */
function MeantFor({ number, keep }: { number: string; keep: (number: string) => void }) {
  const [typed, setTyped] = useState(number);
  return (
    <input
      className={styles.meant}
      aria-label="Meant for invoice or order"
      placeholder="meant for … (M)"
      data-meant
      value={typed}
      maxLength={40}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => typed.trim() !== number && keep(typed)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') {
          e.preventDefault();
          focusZone('tape');
        } else if (e.key === 'Escape') {
          setTyped(number);
          focusZone('tape');
        }
      }}
    />
  );
}

/** A line in words, with what stands small beside it. */
export function LineLabel({ line, choices }: { line: Line; choices: Choices }) {
  const item = line.item;
  const placing = line.kind === 'SETTLES' || line.kind === 'CREDIT_USED';
  return (
    <>
      {placing ? <b>{lineWords(line, choices)}</b> : lineWords(line, choices)}{' '}
      <small className={styles.soft}>
        {placing && item
          ? `${item.customerId === undefined ? item.kind + ' · ' : ''}${shortDate(item.date)}${item.due ? ' · due ' + shortDate(item.due) : ''} `
          : ''}
        {lineDetail(line, choices)}
      </small>
    </>
  );
}
