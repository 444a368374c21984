import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Amount } from '../../components/Amount';
import { Sentence } from '../../components/States';
import { focusZone } from '../../keyboard/keys';
import { longDate, words } from '../../money/money';
import { type Choices, moneyQuery, type PileRow, shareOut } from './deskApi';
import { ItemsPane } from './ItemsPane';
import { MenuButtons, TapeMenus } from './TapeMenus';
import { TapeStrip } from './TapeStrip';
import { useDeskKeys } from './useTape';
import { actByLetter, useTapeLines } from './useTapeLines';
import { LastAct } from './LastAct';
import styles from './Work.module.css';

interface Props {
  /** Two at the least. */
  rows: PileRow[];
  choices: Choices;
  /** Each sum has its part now, put by. */
  shared: () => void;
  leave: () => void;
}

/** Several bank lines worked as one: one tape, shared out over them before it is posted. */
export function TogetherWork({ rows, choices, shared, leave }: Props) {
  const currency = rows[0]?.currency ?? '';
  const amountMinor = rows.reduce((sum, r) => sum + r.amountMinor, 0);
  const first = useQuery({ ...moneyQuery(rows[0]?.id ?? 0), enabled: rows.length > 0 });
  const customerId = first.data?.customerId;
  const [busy, setBusy] = useState(false);
  const tape = useTapeLines({
    amountMinor,
    currency,
    choices,
    initial: [],
    customerId,
    withMoney: true,
  });
  // whoever works sums as one goes on with the items
  useEffect(() => focusZone('items'), []);

  const share = async () => {
    if (busy) {
      return;
    }
    setBusy(true);
    const done = await tape.attempt(async () => {
      await shareOut(
        rows.map((r) => r.id),
        tape.lines,
      );
    });
    setBusy(false);
    if (done) {
      shared();
    }
  };
  useDeskKeys({ undo: () => tape.change({ type: 'undo' }), post: () => void share() });

  const onKey = (event: React.KeyboardEvent) => actByLetter(tape.letters, event);
  const money = {
    currency,
    amountMinor,
    ...(customerId === undefined ? {} : { customerId }),
  };
  return (
    <>
      <div className={styles.middle}>
        <TapeStrip
          title={`${rows.length} sums as one`}
          subtitle={`${payersOf(rows)} · shared out in the order of their days`}
          amountMinor={amountMinor}
          currency={currency}
          choices={choices}
          tape={tape}
          onKey={onKey}
          acts={
            <>
              <div className={styles.acts}>
                <MenuButtons tape={tape} />
              </div>
              <LastAct leave={leave} undo={tape.undo} busy={busy} act={() => void share()}>
                Share out and look
              </LastAct>
            </>
          }
        >
          {tape.problem && <Sentence error={tape.problem} />}
          <TapeMenus money={money} choices={choices} tape={tape} />
          {tape.lines.length === 0 && (
            <p className={styles.note}>
              Tick what these sums pay together. Each keeps a tape and a date of its own; nothing is
              posted before you have seen them.
            </p>
          )}
        </TapeStrip>
      </div>
      <div className={styles.right}>
        <section className={styles.source} data-zone="source" tabIndex={0} aria-label="The sums">
          <h3 className={styles.heading}>
            {rows.length} sums, {words(amountMinor, currency)}
          </h3>
          <ul className={styles.sumsAsOne}>
            {rows.map((r) => (
              <li key={r.id}>
                <span>
                  {r.payer} <small className={styles.soft}>{longDate(r.date)}</small>
                </span>
                <Amount minor={r.amountMinor} currency={r.currency} />
              </li>
            ))}
          </ul>
        </section>
        <ItemsPane money={money} tape={{ ...tape, onKey }} />
      </div>
    </>
  );
}

function payersOf(rows: PileRow[]): string {
  const payers = [...new Set(rows.map((r) => r.payer))];
  return payers.length === 1 ? (payers[0] ?? '') : `${payers.length} payers`;
}
