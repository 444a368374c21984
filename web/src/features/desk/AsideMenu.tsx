import { useState } from 'react';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { words } from '../../money/money';
import type { AsideReason, Choices, Money } from './deskApi';
import { useChoice } from './useChoice';
import styles from './Work.module.css';

interface Props {
  choices: Choices;
  money: Money;
  take: (reason: AsideReason, note: string) => void;
  close: () => void;
}

/** Why a sum is set aside: a reason from a list, with a note where it says nothing by itself. */
export function AsideMenu({ choices, money, take, close }: Props) {
  const [note, setNote] = useState('');
  const reasons = choices.setAsides;
  const takeAt = (index: number) => {
    const reason = reasons[index];
    if (reason) {
      take(reason.code, note);
    }
  };
  const { at, onKeyDown } = useChoice(reasons.length, takeAt, close);
  const fits =
    money.recordedAlready ||
    (money.reached && money.ways[0] && `open items reach this sum, ${money.ways[0].words}`);

  return (
    <div
      className={styles.menu}
      role="group"
      aria-label={`Set ${words(money.amountMinor, money.currency)} aside`}
      onKeyDown={onKeyDown}
    >
      <div className={styles.noted}>
        {fits && (
          <p className={styles.warning} role="status">
            Before you set it aside: {fits}.
          </p>
        )}
        <Field
          label="Note"
          placeholder="what somebody must know"
          first
          value={note}
          change={setNote}
          maxLength={200}
          role="combobox"
          aria-expanded
          aria-controls="asides"
          aria-activedescendant={`aside-${at}`}
          autoComplete="off"
        />
      </div>
      <div id="asides" role="listbox" aria-label="Why it is set aside">
        {reasons.map((r, i) => (
          <div
            key={r.code}
            id={`aside-${i}`}
            role="option"
            aria-selected={i === at}
            className={i === at ? styles.menuAt : styles.menuRow}
            onClick={() => takeAt(i)}
          >
            {r.words}
            {r.needsNote ? ', said in the note' : ''}
            {i === at && <Key>↵</Key>}
          </div>
        ))}
      </div>
    </div>
  );
}
