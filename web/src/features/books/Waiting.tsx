import { newKey } from '../../api/newKey';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { Field } from '../../components/Field';
import { Empty, Loading, Sentence } from '../../components/States';
import page from '../../components/Page.module.css';
import { shortDate, words } from '../../money/money';
import {
  answered,
  approve,
  choicesQuery,
  LineLabel,
  questionsQuery,
  sendBack,
  type Waiting as WaitingTape,
  waitingQuery,
  withdrawTape,
} from '../desk';
import { sessionQuery } from '../session';

/** What waits: for a second person, and for answers. */
export function Waiting() {
  return (
    <>
      <h2>For a second person</h2>
      <ForSecondPerson />
      <h2>For an answer</h2>
      <ForAnswers />
    </>
  );
}

/** What was asked about sums, those first whose day comes first. */
function ForAnswers() {
  const list = useQuery(questionsQuery);
  const queries = useQueryClient();
  if (list.isPending) {
    return <Loading />;
  }
  if (list.isError) {
    return <Sentence error={list.error} retry={() => void list.refetch()} />;
  }
  const close = async (id: number) => {
    await answered(id);
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };
  return list.data.length === 0 ? (
    <Empty>Nobody is asked about anything. The desk asks with Q.</Empty>
  ) : (
    <table className={page.table}>
      <thead>
        <tr>
          <th>look again</th>
          <th>whom</th>
          <th>about</th>
          <th className="figures">amount</th>
          <th>what</th>
          <th>who asked, when</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {list.data.map((q) => (
          <tr key={q.moneyInId}>
            <td className={q.due ? page.late : undefined}>{shortDate(q.nextLook)}</td>
            <td>{q.whom}</td>
            <td>
              <Link to={`/desk/${q.moneyInId}`}>{q.payer}</Link>
            </td>
            <td className="figures">
              {q.currency} <Amount minor={q.amountMinor} currency={q.currency} />
            </td>
            <td>{q.words}</td>
            <td className={page.line}>
              {q.person}, {shortDate(q.askedOn)}
            </td>
            <td>
              <Button onClick={() => void close(q.moneyInId)}>Answered</Button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Tapes that are approved, sent back, or withdrawn by their maker. */
function ForSecondPerson() {
  const list = useQuery(waitingQuery);
  const [said, setSaid] = useState('');
  if (list.isPending) {
    return <Loading />;
  }
  if (list.isError) {
    return <Sentence error={list.error} retry={() => void list.refetch()} />;
  }
  return (
    <>
      {said && <p role="status">{said}.</p>}
      <ReleaseAll waiting={list.data} said={setSaid} />
      {list.data.length === 0 ? (
        <Empty>
          Nothing waits for a second person. What goes beyond somebody’s limits, or is to be paid
          back, comes here.
        </Empty>
      ) : (
        <table className={page.table}>
          <thead>
            <tr>
              <th>what</th>
              <th className="figures">amount</th>
              <th>the tape</th>
              <th>why it waits, who asks</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {list.data.map((w) => (
              <Row key={`${w.tapeId} ${w.moneyInId} ${w.personId}`} waiting={w} said={setSaid} />
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** Approves all that another made and that waits, one after the other; what fails is said. */
function ReleaseAll({ waiting, said }: { waiting: WaitingTape[]; said: (words: string) => void }) {
  const session = useQuery(sessionQuery);
  const queries = useQueryClient();
  const [at, setAt] = useState<number>();
  const [problems, setProblems] = useState<string[]>([]);
  const mine = waiting.filter((w) => w.sentBack === undefined && w.person !== session.data?.name);
  if (!session.data?.rights.includes('APPROVE') || mine.length < 2) {
    return problems.length > 0 ? <Sentence error={problems.join(' ')} /> : null;
  }
  const all = async () => {
    const failed: string[] = [];
    for (const [i, w] of mine.entries()) {
      setAt(i);
      await approve(w, newKey()).catch((e: unknown) => failed.push(`${w.words}: ${sentenceOf(e)}`));
    }
    setAt(undefined);
    setProblems(failed);
    said(`${mine.length - failed.length} of ${mine.length} approved`);
    await queries.invalidateQueries();
  };
  return (
    <>
      {problems.length > 0 && <Sentence error={problems.join(' ')} />}
      <p>
        <Button disabled={at !== undefined} onClick={() => void all()}>
          {at === undefined ? `Approve all ${mine.length}` : `${at + 1} of ${mine.length} …`}
        </Button>
      </p>
    </>
  );
}

function Row({ waiting, said }: { waiting: WaitingTape; said: (words: string) => void }) {
  const choices = useQuery(choicesQuery);
  const session = useQuery(sessionQuery);
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const [back, setBack] = useState<string>();
  const key = useRef(newKey());
  const own = session.data?.name === waiting.person;
  const may = session.data?.rights?.includes('APPROVE') && !own;

  const act = async (what: () => Promise<string>) => {
    setProblem('');
    try {
      said(await what());
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries();
  };

  const withWord = () =>
    void act(async () => {
      await sendBack(waiting, back ?? '');
      return `Sent back to ${waiting.person}`;
    });

  return (
    <tr>
      <td>
        {waiting.moneyInId === undefined ? (
          'without money'
        ) : (
          <Link to={`/desk/${waiting.moneyInId}`}>{waiting.words}</Link>
        )}
      </td>
      <td className="figures">
        {waiting.currency} <Amount minor={waiting.amountMinor} currency={waiting.currency} />
      </td>
      <td>
        {choices.data &&
          waiting.lines.map((l, i) => (
            <div key={i}>
              <LineLabel line={l} choices={choices.data} />{' '}
              <span className="figures">{words(l.amountMinor, waiting.currency)}</span>
            </div>
          ))}
      </td>
      <td>
        {waiting.sentBack === undefined ? waiting.why : `Sent back: “${waiting.sentBack}”`}
        <div className={page.soft}>{waiting.person}</div>
        {problem && <Sentence error={problem} />}
        {back !== undefined && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              withWord();
            }}
          >
            <Field label="What speaks against it" value={back} change={setBack} first />
            <Button type="submit">Send back</Button>
          </form>
        )}
      </td>
      <td>
        {may && waiting.sentBack === undefined && back === undefined && (
          <>
            <Button
              variant="contained"
              onClick={() => void act(async () => (await approve(waiting, key.current)).words)}
            >
              Approve
            </Button>{' '}
            <Button onClick={() => setBack('')}>Send back …</Button>
          </>
        )}
        {own && waiting.tapeId !== undefined && (
          <Button
            onClick={() =>
              void act(async () => {
                await withdrawTape(waiting.tapeId ?? 0);
                return 'Withdrawn';
              })
            }
          >
            Withdraw
          </Button>
        )}
        {own && waiting.sentBack === undefined && (
          <div className={page.soft}>another person decides</div>
        )}
      </td>
    </tr>
  );
}
