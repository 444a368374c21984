import { newKey } from '../../api/newKey';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Loading, Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import {
  type Choices,
  choicesQuery,
  correct,
  customersQuery,
  type Line,
  postedTapeQuery,
} from './deskApi';
import { lineWords } from './differences';
import { sideOf } from './tape';
import { LineLabel } from './TapeStrip';
import { useDeskKeys } from './useTape';
import { LastAct } from './LastAct';
import styles from './Work.module.css';

/** A posted tape of which the money was right, and a reason, account, note or customer was not. */
export function CorrectPage() {
  const { number = '' } = useParams();
  const choices = useQuery(choicesQuery);
  const posted = useQuery(postedTapeQuery(number));
  if (choices.isPending || posted.isPending) {
    return <Loading />;
  }
  if (choices.isError || posted.isError) {
    return <Sentence error={choices.error ?? posted.error} />;
  }
  return <Correction key={number} tape={posted.data} choices={choices.data} />;
}

interface Props {
  tape: { number: string; payer: string; currency: string; amountMinor: number; lines: Line[] };
  choices: Choices;
}

function Correction({ tape, choices }: Props) {
  const [lines, setLines] = useState(tape.lines);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const key = useRef(newKey());
  const navigate = useNavigate();
  const queries = useQueryClient();
  const paidOut = tape.amountMinor < 0;

  const put = (index: number, part: Partial<Line>) => {
    key.current = newKey();
    setLines((before) => before.map((l, i) => (i === index ? { ...l, ...part } : l)));
  };

  const keep = async () => {
    if (busy) {
      return;
    }
    setBusy(true);
    setProblem('');
    try {
      const answer = await correct(tape.number, lines, key.current);
      await queries.invalidateQueries();
      await navigate(`/trail/postings/${answer.number}`);
    } catch (e) {
      setProblem(sentenceOf(e));
      setBusy(false);
    }
  };
  useDeskKeys({ undo: () => setLines(tape.lines), post: () => void keep() });

  return (
    <div className={styles.alone}>
      <div className={styles.middle}>
        <h1 className="unseen">Correct {tape.number}</h1>
        <Tape
          title={tape.payer}
          subtitle={`${tape.number} · amounts and items stay as they were`}
          headMinor={tape.amountMinor}
          currency={tape.currency}
          rows={lines.map((line, i) => ({
            key: String(i),
            label: <LineLabel line={line} choices={choices} />,
            minor: line.amountMinor,
            side: sideOf(line, paidOut, choices),
          }))}
          footLabel="Left to place"
          footMinor={0}
        >
          <LastAct leave={() => void navigate(-1)} busy={busy} act={() => void keep()}>
            Correct it
          </LastAct>
        </Tape>
        {problem && <Sentence error={problem} />}
        <p className={styles.note}>
          It is turned back and posted anew in one act; the journal shows both.
        </p>
      </div>
      <div className={styles.right}>
        {lines.map((line, i) => (
          <fieldset key={i} className={styles.corrected}>
            <legend>{lineWords(line, choices)}</legend>
            <LineFields line={line} choices={choices} put={(part) => put(i, part)} />
          </fieldset>
        ))}
      </div>
    </div>
  );
}

interface FieldsProps {
  line: Line;
  choices: Choices;
  put: (part: Partial<Line>) => void;
}

/** What of a line may be another: each kind has its own, and all have a note. */
function LineFields({ line, choices, put }: FieldsProps) {
  return (
    <>
      {line.reason !== undefined && line.returned === undefined && (
        <Choice
          label="Reason"
          value={line.reason}
          options={choices.reasons
            .filter((r) => r.kind === line.kind && (!r.retired || r.code === line.reason))
            .map((r) => ({ value: r.code, words: r.words }))}
          change={(reason) => put({ reason })}
        />
      )}
      {line.shortPay !== undefined && (
        <Choice
          label="Why the rest stays open"
          value={line.shortPay}
          options={choices.shortPays.map((s) => ({ value: s.code, words: s.words }))}
          change={(shortPay) => put({ shortPay })}
        />
      )}
      {line.kind === 'TO_ACCOUNT' && (
        <Choice
          label="Account"
          value={line.account ?? ''}
          options={choices.accounts.map((a) => ({
            value: a.code,
            words: `${a.number} ${a.words}`,
          }))}
          change={(account) => put({ account })}
        />
      )}
      {line.customerId !== undefined && <OfCustomer line={line} put={put} />}
      <Field
        label="Note"
        value={line.note ?? ''}
        maxLength={200}
        change={(note) => put({ note })}
      />
    </>
  );
}

/** Whose money it is: found by a part of the name. */
function OfCustomer({ line, put }: { line: Line; put: (part: Partial<Line>) => void }) {
  const [typed, setTyped] = useState('');
  const found = useQuery(customersQuery(typed));
  return (
    <>
      <Field
        label="Another customer"
        placeholder={line.customer ?? ''}
        value={typed}
        change={setTyped}
      />
      {typed.trim().length > 1 &&
        (found.data ?? []).map((c) => (
          <Button
            key={c.id}
            onClick={() => {
              put({ customerId: c.id, customer: c.name });
              setTyped('');
            }}
          >
            {c.name} {c.number}
          </Button>
        ))}
    </>
  );
}
