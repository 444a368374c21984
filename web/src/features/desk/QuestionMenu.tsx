import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { Field } from '../../components/Field';
import { focusZone } from '../../keyboard/keys';
import { words } from '../../money/money';
import { sessionQuery } from '../session';
import { draftedQuestion, type Money, type QuestionAsked } from './deskApi';
import styles from './Work.module.css';

interface Props {
  money: Money;
  ask: (question: QuestionAsked) => void;
  close: () => void;
}

/** An answer is looked for after so many days, unless somebody says otherwise. */
const DAYS = 5;

const WHOM: { code: QuestionAsked['whom']; words: string }[] = [
  { code: 'CUSTOMER', words: 'the customer' },
  { code: 'BANK', words: 'the bank' },
  { code: 'COLLEAGUE', words: 'a colleague' },
];

/** Who is asked what about a sum, and when one looks again; the text is copied or mailed. */
export function QuestionMenu({ money, ask, close }: Props) {
  const session = useQuery(sessionQuery);
  const [whom, setWhom] = useState<QuestionAsked['whom']>('CUSTOMER');
  const [name, setName] = useState('');
  const [typed, setTyped] = useState<string>();
  const [day, setDay] = useState<string>();
  const drafted = useQuery(draftedQuestion(money.id, whom));
  const text = typed ?? drafted.data?.words ?? '';
  const nextLook = day ?? later(session.data?.businessDate ?? money.date);

  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      close();
      focusZone('tape');
    }
  };

  return (
    <form
      className={styles.menu}
      aria-label={`Ask about ${words(money.amountMinor, money.currency)}`}
      onKeyDown={onKeyDown}
      onSubmit={(e) => {
        e.preventDefault();
        ask({ whom, name, words: text, nextLook });
      }}
    >
      <div className={styles.finder}>
        <label>
          Ask
          <select
            autoFocus
            value={whom}
            onChange={(e) => {
              setWhom(e.target.value as QuestionAsked['whom']);
              setTyped(undefined);
            }}
          >
            {WHOM.map((w) => (
              <option key={w.code} value={w.code}>
                {w.words}
              </option>
            ))}
          </select>
        </label>
        <Field label="Name or address" value={name} change={setName} maxLength={80} />
        <Field label="Look again on" type="date" value={nextLook} change={setDay} />
      </div>
      <div className={styles.noted}>
        <textarea
          aria-label="What is asked"
          rows={5}
          maxLength={2000}
          value={text}
          onChange={(e) => setTyped(e.target.value)}
        />
        <div className={styles.acts}>
          <Button type="submit" variant="contained">
            Keep the question
          </Button>
          <Button onClick={() => void navigator.clipboard.writeText(text)}>Copy the text</Button>
          <Button
            component="a"
            href={`mailto:${name.includes('@') ? encodeURIComponent(name) : ''}?body=${encodeURIComponent(text)}`}
          >
            Mail it
          </Button>
        </div>
      </div>
    </form>
  );
}

function later(iso: string): string {
  const day = new Date(`${iso}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() + DAYS);
  return day.toISOString().slice(0, 10);
}
