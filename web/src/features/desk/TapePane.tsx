import Button from '@mui/material/Button';
import { type KeyboardEvent, useState } from 'react';
import { AmountField } from '../../components/AmountField';
import { CertaintyMark } from '../../components/CertaintyMark';
import { Key } from '../../components/Key';
import { Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { focusZone, isInField } from '../../keyboard/keys';
import { longDate, shortDate, words } from '../../money/money';
import type { Choices, Line, Money } from './deskApi';
import { AccountMenu } from './AccountMenu';
import { AsideMenu } from './AsideMenu';
import { DifferenceMenu } from './DifferenceMenu';
import { lineDetail, lineWords } from './differences';
import { sameLines, sideOf } from './tape';
import { ReturnMenu } from './ReturnMenu';
import type { TapeWork } from './useTape';
import styles from './Work.module.css';

interface Props {
  money: Money;
  choices: Choices;
  tape: TapeWork;
}

/** The tape with its acts, and below it the ways to reach the sum. */
export function TapePane({ money, choices, tape }: Props) {
  const [at, setAt] = useState(-1);
  const [editing, setEditing] = useState(false);
  const paidOut = money.amountMinor < 0;

  const onKeyDown = (event: KeyboardEvent) => {
    if (isInField(event) || event.ctrlKey || event.altKey || tape.differences) {
      return;
    }
    const way = /^[1-9]$/.test(event.key) ? waysOf(money)[Number(event.key) - 1] : undefined;
    if (way && !way.tie) {
      event.preventDefault();
      tape.change({ type: 'take', lines: way.lines });
    } else if (event.key.toLowerCase() === 'p' && money.pairs[0]) {
      event.preventDefault();
      tape.pairWith(money.pairs[0].id);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setAt((i) => Math.min(tape.lines.length - 1, Math.max(0, i + step)));
    } else if (event.key === 'Enter' && tape.lines[at] && event.target === event.currentTarget) {
      event.preventDefault();
      setEditing(true);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && tape.lines[at]) {
      event.preventDefault();
      tape.change({ type: 'remove', index: at });
    } else {
      tape.onKey(event);
    }
  };

  const field = (line: Line, index: number) =>
    editing && index === at ? (
      <AmountField
        label={`Amount of ${lineWords(line, choices)}`}
        minor={line.amountMinor}
        currency={money.currency}
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
        title={paidOut ? `${money.payer}, paid out` : money.payer}
        subtitle={`${money.method} · ${longDate(money.date)} · ${money.account}`}
        headMinor={money.amountMinor}
        currency={money.currency}
        rows={tape.lines.map((line, i) => ({
          key: `${i}-${line.kind}-${line.itemId ?? line.reason ?? ''}`,
          label: <LineLabel line={line} choices={choices} />,
          minor: line.amountMinor,
          side: sideOf(line, paidOut, choices),
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
        <div className={styles.acts}>
          <Button onClick={tape.toggleDifferences}>
            Difference<Key>D</Key>
          </Button>
          {paidOut ? (
            <Button onClick={tape.toggleReturn}>
              Returned<Key>R</Key>
            </Button>
          ) : (
            <Button onClick={tape.onAccount}>
              On account<Key>A</Key>
            </Button>
          )}
          <Button onClick={tape.toggleToAccount}>
            To ledger<Key>T</Key>
          </Button>
          <Button onClick={tape.putBy}>
            Put by<Key>B</Key>
          </Button>
        </div>
        <div className={styles.lastAct}>
          <Button className={styles.away} onClick={tape.toggleAside}>
            Set aside<Key>X</Key>
          </Button>
          {tape.undo && (
            <Button variant="text" onClick={tape.undo}>
              Take back a step<Key>Ctrl Z</Key>
            </Button>
          )}
          <Button
            variant="contained"
            className={styles.post}
            disabled={tape.posting}
            onClick={tape.post}
          >
            Post<Key>Ctrl ↵</Key>
          </Button>
        </div>
        {money.postingDate !== money.date && (
          <p className={styles.note}>It will be posted on {longDate(money.postingDate)}.</p>
        )}
      </Tape>
      <p className="unseen" aria-live="polite">
        Left to place {words(tape.left, money.currency)}
      </p>
      {tape.problem && <Sentence error={tape.problem} />}
      {!tape.problem && tape.judged && tape.left === 0 && !tape.judged.postable && (
        <Sentence error={tape.judged.sentence} />
      )}
      {tape.judged?.warning && (
        <p className={styles.warning} role="status">
          {tape.judged.warning}
        </p>
      )}
      {tape.differences && (
        <DifferenceMenu
          differences={tape.differences}
          take={(d) => {
            if (d.action) {
              tape.change(d.action);
              focusZone('tape');
            } else {
              tape.toggleToAccount();
            }
          }}
          close={tape.toggleDifferences}
        />
      )}
      {tape.toAccountMinor !== undefined && (
        <AccountMenu
          choices={choices}
          money={money}
          minor={tape.toAccountMinor}
          take={(line) => {
            tape.change({ type: 'add', line });
            focusZone('tape');
          }}
          close={tape.toggleToAccount}
        />
      )}
      {tape.returnOpen && (
        <ReturnMenu
          money={money}
          take={(lines) => {
            tape.change({ type: 'take', lines });
            focusZone('tape');
          }}
          close={tape.toggleReturn}
        />
      )}
      {tape.asideOpen && (
        <AsideMenu choices={choices} money={money} take={tape.setAside} close={tape.toggleAside} />
      )}
      {money.recordedAlready && (
        <p className={styles.warning} role="status">
          {money.recordedAlready}.
        </p>
      )}
      <Others money={money} />
      <Ways money={money} tape={tape} />
      <PairsOf money={money} tape={tape} />
    </section>
  );
}

function LineLabel({ line, choices }: { line: Line; choices: Choices }) {
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

function Others({ money }: { money: Money }) {
  return (
    <>
      {money.others.map((o) => (
        <p key={o.person} className={styles.note}>
          {o.person} has a tape on this sum too.
        </p>
      ))}
      {money.otherMoneyOfPayer > 0 && (
        <p className={styles.note}>{money.otherMoneyOfPayer} more of this payer in the pile.</p>
      )}
    </>
  );
}

/** All that a digit takes: the ways of the plan, then those beside it. */
function waysOf(money: Money): Money['ways'] {
  return [...money.ways, ...money.beside];
}

function Ways({ money, tape }: Omit<Props, 'choices'>) {
  const sum = words(money.amountMinor, money.currency);
  const { ways, beside } = money;
  if (ways.length === 0 && beside.length === 0) {
    return (
      tape.left !== 0 &&
      money.pairs.length === 0 && (
        <p className={styles.note}>
          No way to reach {sum} was found. Tick items, look in every customer with F, or name an
          account with T.
        </p>
      )
    );
  }
  return (
    <div>
      {ways.length > 0 && (
        <h3 className={styles.heading}>
          {money.reached
            ? `${money.waysCount} to reach ${sum}, ${money.searched}`
            : `No open items reach ${sum}, ${money.searched}. It may be`}
        </h3>
      )}
      <WayList ways={ways} from={0} tape={tape} />
      {beside.length > 0 && (
        <h3 className={styles.heading}>{ways.length > 0 ? 'Or it may be' : 'It may be'}</h3>
      )}
      <WayList ways={beside} from={ways.length} tape={tape} />
    </div>
  );
}

/** Entries with which this one comes to nothing, each paired by one act. */
function PairsOf({ money, tape }: Omit<Props, 'choices'>) {
  return (
    money.pairs.length > 0 && (
      <div>
        <h3 className={styles.heading}>The bank may have corrected itself</h3>
        {money.pairs.map((p, i) => (
          <p key={p.id} className={styles.pair}>
            <span>
              {words(p.amountMinor, money.currency)} {p.payer}, {shortDate(p.date)}
            </span>
            <Button onClick={() => tape.pairWith(p.id)}>Pair{i === 0 && <Key>P</Key>}</Button>
          </p>
        ))}
      </div>
    )
  );
}

/** Ways with the digits that take them. */
function WayList({ ways, from, tape }: { ways: Money['ways']; from: number; tape: TapeWork }) {
  return (
    ways.length > 0 && (
      <ol className={styles.ways}>
        {ways.map((way, i) => (
          <li key={way.words}>
            {way.tie ? (
              <div className={`${styles.way} ${styles.recorded}`}>
                <WayText way={way} />
              </div>
            ) : (
              <button
                type="button"
                tabIndex={-1}
                aria-pressed={sameLines(way.lines, tape.lines)}
                className={styles.way}
                onClick={() => tape.change({ type: 'take', lines: way.lines })}
              >
                <WayText way={way} />
                <Key>{String(from + i + 1)}</Key>
              </button>
            )}
          </li>
        ))}
      </ol>
    )
  );
}

function WayText({ way }: { way: Money['ways'][number] }) {
  return (
    <>
      <CertaintyMark certainty={way.certainty} />
      <span className={styles.wayText}>
        <b>{way.words}</b>
        <span className={styles.soft}>
          {way.because}
          {way.tie && '. It is in the books already; nothing is placed here for it.'}
        </span>
      </span>
    </>
  );
}
