import { useState } from 'react';
import { Field } from '../../components/Field';
import { words } from '../../money/money';
import { ChoiceMenu } from './ChoiceMenu';
import type { AsideReason, Choices, Money } from './deskApi';
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
  const fits =
    money.recordedAlready ||
    (money.reached && money.ways[0] && `open items reach this sum, ${money.ways[0].words}`);

  return (
    <ChoiceMenu
      label={`Set ${words(money.amountMinor, money.currency)} aside`}
      listLabel="Why it is set aside"
      rows={reasons.map((r) => ({
        key: r.code,
        content: r.needsNote ? `${r.words}, said in the note` : r.words,
      }))}
      take={takeAt}
      close={close}
    >
      {(field) => (
        <div className={styles.noted}>
          {fits && (
            <p className={styles.warning} role="status">
              Before you set it aside: {fits}.
            </p>
          )}
          <Field
            label="Note"
            placeholder="what somebody must know"
            value={note}
            change={setNote}
            maxLength={200}
            {...field}
          />
        </div>
      )}
    </ChoiceMenu>
  );
}
