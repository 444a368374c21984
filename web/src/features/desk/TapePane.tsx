import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { CertaintyMark } from '../../components/CertaintyMark';
import { Key } from '../../components/Key';
import { Sentence } from '../../components/States';
import { focusZone } from '../../keyboard/keys';
import { longDate, shortDate, words } from '../../money/money';
import { WhoseWork } from '../responsible';
import { AsideMenu } from './AsideMenu';
import { answered, type Choices, type Money, type Question } from './deskApi';
import { PayersMenu } from './PayersMenu';
import { QuestionMenu } from './QuestionMenu';
import { ReturnMenu } from './ReturnMenu';
import { sameLines } from './tape';
import { MenuButtons, TapeMenus } from './TapeMenus';
import { TapeStrip } from './TapeStrip';
import type { TapeWork } from './useTape';
import styles from './Work.module.css';

interface Props {
  money: Money;
  choices: Choices;
  tape: TapeWork;
}

/** The tape with its acts, and below it the ways to reach the sum. */
export function TapePane({ money, choices, tape }: Props) {
  const paidOut = money.amountMinor < 0;

  const onKey = (event: KeyboardEvent) => {
    const way = /^[1-9]$/.test(event.key) ? waysOf(money)[Number(event.key) - 1] : undefined;
    if (way && !way.tie) {
      event.preventDefault();
      tape.change({ type: 'take', lines: way.lines });
    } else if (event.key.toLowerCase() === 'p' && money.pairs[0]) {
      event.preventDefault();
      tape.pairWith(money.pairs[0].id);
    } else {
      tape.onKey(event);
    }
  };

  return (
    <TapeStrip
      title={paidOut ? `${money.payer}, paid out` : money.payer}
      subtitle={`${money.method} · ${longDate(money.date)} · ${money.account}`}
      amountMinor={money.amountMinor}
      currency={money.currency}
      choices={choices}
      tape={tape}
      onKey={onKey}
      acts={<Acts money={money} tape={tape} />}
    >
      {tape.problem && <Sentence error={tape.problem} />}
      {!tape.problem && tape.judged && tape.left === 0 && !tape.judged.postable && (
        <Sentence error={tape.judged.sentence} />
      )}
      {tape.letWait && (
        <p>
          <Button onClick={tape.letWait}>
            Let it wait for a second person<Key>W</Key>
          </Button>
        </p>
      )}
      {tape.judged?.warning && (
        <p className={styles.warning} role="status">
          {tape.judged.warning}
        </p>
      )}
      <TapeMenus money={money} choices={choices} tape={tape} />
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
      {tape.questionOpen && (
        <QuestionMenu money={money} ask={tape.ask} close={tape.toggleQuestion} />
      )}
      {tape.payersOpen && tape.togglePayers && (
        <PayersMenu money={money} lines={tape.lines} part={tape.part} close={tape.togglePayers} />
      )}
      {money.recordedAlready && (
        <p className={styles.warning} role="status">
          {money.recordedAlready}.
        </p>
      )}
      <Others money={money} />
      <Ways money={money} tape={tape} />
      <PairsOf money={money} tape={tape} />
      {money.customerId !== undefined && (
        <p className={styles.note}>
          Its customer is looked after by{' '}
          <WhoseWork subject="CUSTOMER" id={money.customerId} name="its customer" />
        </p>
      )}
    </TapeStrip>
  );
}

/** What may be done with the tape, by button as by key. */
function Acts({ money, tape }: Omit<Props, 'choices'>) {
  return (
    <>
      <div className={styles.acts}>
        <MenuButtons
          tape={tape}
          instead={
            money.amountMinor < 0 ? (
              <Button onClick={tape.toggleReturn}>
                Returned<Key>R</Key>
              </Button>
            ) : undefined
          }
        />
        {tape.togglePayers && (
          <Button onClick={tape.togglePayers}>
            Several payers<Key>V</Key>
          </Button>
        )}
        <Button onClick={tape.putBy}>
          Put by<Key>B</Key>
        </Button>
      </div>
      <div className={styles.lastAct}>
        <Button onClick={tape.toggleAside}>
          Set aside<Key>X</Key>
        </Button>
        <Button className={styles.away} onClick={tape.toggleQuestion}>
          Ask<Key>Q</Key>
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
    </>
  );
}

function Others({ money }: { money: Money }) {
  return (
    <>
      {money.question && <Asked money={money} question={money.question} />}
      {money.waitsFor !== undefined && (
        <p className={styles.warning} role="status">
          Your tape waits for a second person: {money.waitsFor} Changed, it waits no more.
        </p>
      )}
      {money.sentBack !== undefined && (
        <p className={styles.warning} role="status">
          Sent back by the second person: “{money.sentBack}”
        </p>
      )}
      {money.others.map((o) => (
        <p key={o.person} className={styles.note}>
          {o.person} has a tape on this sum too
          {o.waitsFor === undefined ? (
            '.'
          ) : (
            <>
              ; it <Link to="/books/waiting">waits for a second person</Link>.
            </>
          )}
        </p>
      ))}
      {money.otherMoneyOfPayer > 0 && (
        <p className={styles.note}>{money.otherMoneyOfPayer} more of this payer in the pile.</p>
      )}
    </>
  );
}

/** What was asked about the sum, and that it is answered. */
function Asked({ money, question }: { money: Money; question: Question }) {
  const queries = useQueryClient();
  const close = async () => {
    await answered(money.id);
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };
  return (
    <div className={styles.asked}>
      <span>
        {question.person} asked {question.whom} on {shortDate(question.askedOn)}; look again on{' '}
        {shortDate(question.nextLook)}.
      </span>
      <Button onClick={() => void close()}>Answered</Button>
    </div>
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
