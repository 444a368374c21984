import Button from '@mui/material/Button';
import { useState } from 'react';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { type FreeAccount, keepReason, type Reason } from './rulesApi';

const SIDES: Record<Reason['side'], string> = {
  KEPT_BACK: 'kept back on the way',
  GRANTED: 'granted to the customer',
};

const TAXES: Record<Reason['tax'], string> = {
  STAYS: 'tax stays',
  CORRECTED: 'corrects tax',
};

const optionsOf = <T extends string>(words: Record<T, string>) =>
  (Object.keys(words) as T[]).map((value) => ({ value, words: words[value] }));

type Edited = Omit<Reason, 'code'> & { code?: string };

const NEW: Edited = {
  words: '',
  side: 'GRANTED',
  account: '',
  tax: 'STAYS',
  codes: '',
  retired: false,
};

interface Props {
  reasons: Reason[];
  accounts: FreeAccount[];
  may: boolean;
}

/** Why what was received is not what is settled: the table of the house. */
export function Reasons({ reasons, accounts, may }: Props) {
  const [edited, setEdited] = useState<Edited>();
  const { perform, problem } = usePerform();
  const nameOf = (code: string) => accounts.find((a) => a.code === code)?.words ?? code;

  const keep = async (reason: Edited) => {
    await perform(async () => {
      await keepReason(reason);
      setEdited(undefined);
    });
  };

  return (
    <section className={`${styles.rule} ${styles.wide}`} aria-label="Reasons">
      <h2>Reasons of differences</h2>
      <p className={page.soft}>
        In the order in which they are offered. What was posted keeps the account that its reason
        had then; the limits of a new one stand below.
      </p>
      <table className={page.table}>
        <thead>
          <tr>
            <th>reason</th>
            <th>who has it</th>
            <th>account</th>
            <th>tax</th>
            <th>codes</th>
            {may && <th aria-label="change" />}
          </tr>
        </thead>
        <tbody>
          {reasons.map((r) => (
            <tr
              key={r.code}
              className={r.retired ? page.settled : undefined}
              onDoubleClick={() => may && setEdited(r)}
            >
              <td>
                {r.words}
                {r.retired && <span className={page.soft}> · no longer chosen</span>}
              </td>
              <td>{SIDES[r.side]}</td>
              <td>{nameOf(r.account)}</td>
              <td>{TAXES[r.tax]}</td>
              <td>{r.codes}</td>
              {may && (
                <td>
                  <Button aria-label={`Change ${r.words}`} onClick={() => setEdited(r)}>
                    Change
                  </Button>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {may && !edited && <Button onClick={() => setEdited(NEW)}>Add a reason</Button>}
      {edited && (
        <ReasonForm
          key={edited.code ?? ''}
          begun={edited}
          accounts={accounts}
          keep={(reason) => void keep(reason)}
          leave={() => setEdited(undefined)}
        />
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}

interface FormProps {
  begun: Edited;
  accounts: FreeAccount[];
  keep: (reason: Edited) => void;
  leave: () => void;
}

function ReasonForm({ begun, accounts, keep, leave }: FormProps) {
  const [reason, setReason] = useState(begun);
  const set = (more: Partial<Edited>) => setReason((before) => ({ ...before, ...more }));
  return (
    <form
      className={styles.row}
      aria-label={begun.code ? `Change ${begun.words}` : 'A new reason'}
      onSubmit={(e) => {
        e.preventDefault();
        keep(reason);
      }}
    >
      <Field first label="Words" value={reason.words} change={(words) => set({ words })} />
      <Choice
        label="Who has it"
        value={reason.side}
        disabled={begun.code !== undefined}
        options={optionsOf(SIDES)}
        change={(side) => set({ side })}
      />
      <Choice
        label="Account"
        value={reason.account}
        otherwise="choose one"
        options={accounts.map((a) => ({ value: a.code, words: a.words }))}
        change={(account) => set({ account })}
      />
      <Choice
        label="Tax"
        value={reason.tax}
        options={optionsOf(TAXES)}
        change={(tax) => set({ tax })}
      />
      {begun.code !== undefined && (
        <label>
          <input
            type="checkbox"
            checked={reason.retired}
            onChange={(e) => set({ retired: e.target.checked })}
          />{' '}
          no longer chosen
        </label>
      )}
      <Field label="Codes of advices" value={reason.codes} change={(codes) => set({ codes })} />
      <Button type="submit" disabled={!reason.words.trim() || !reason.account}>
        Keep the reason
      </Button>
      <Button variant="text" onClick={leave}>
        Leave
      </Button>
    </form>
  );
}
