import Button from '@mui/material/Button';
import { type KeyboardEvent, useId, useState } from 'react';
import { Amount } from '../../components/Amount';
import { Key } from '../../components/Key';
import { Sentence } from '../../components/States';
import { Tape } from '../../components/Tape';
import { usePerform } from '../../components/usePerform';
import { longDate, shortDate, words } from '../../money/money';
import { PostingLink } from '../trail';
import { decideHeld, type Entry, type Statement, type Place } from './arrivalsApi';
import styles from './Arrivals.module.css';

const STANDS: Record<Entry['stand'], string> = {
  NEW: 'new',
  KNOWN: 'known already',
  HELD: 'possibly double',
  SHOWN: 'shown only',
  IN_THE_PILE: 'in the pile',
  WAITS_FOR_TIE: 'waits in Deposits',
  DETAILED: 'stands by its parts',
  EXPLAINED: '',
};

interface Props {
  statement: Statement;
  showPlace: (place: Place) => void;
}

/** A statement proved on the strip, and its entries with where each stands. */
export function StatementStrip({ statement, showPlace }: Props) {
  const [at, setAt] = useState(0);
  const { perform, problem } = usePerform();
  const id = useId();
  const s = statement;
  const current = s.entries[at];
  const allNew = s.entries.every((e) => e.stand === 'NEW');

  /** In a file of one line several entries may look alike: which of them it is, is said too. */
  const placeOf = (index: number): Place => {
    const entry = s.entries[index];
    const near = entry?.near ?? '';
    const nth = s.entries.slice(0, index).filter((e) => e.near === near).length;
    return { line: entry?.place ?? 1, near, nth };
  };

  const decide = async (entry: Entry, verdict: 'REAL' | 'DOUBLE') => {
    await perform(() => decideHeld(entry.moneyId ?? 0, verdict));
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const key = event.key.toLowerCase();
    if (step !== 0) {
      event.preventDefault();
      const next = Math.min(s.entries.length - 1, Math.max(0, at + step));
      setAt(next);
      document.getElementById(`${id}-${next}`)?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter' && current) {
      event.preventDefault();
      showPlace(placeOf(at));
    } else if (current?.stand === 'HELD' && current.moneyId && (key === 'r' || key === 'x')) {
      event.preventDefault();
      void decide(current, key === 'r' ? 'REAL' : 'DOUBLE');
    }
  };

  return (
    <>
      <StatementTape statement={s} />
      {problem && <Sentence error={problem} />}
      <div tabIndex={0} role="group" aria-label="Entries" data-zone="entries" onKeyDown={onKeyDown}>
        <table className={styles.entries} role="grid" aria-label="Entries of the statement">
          <tbody>
            {s.entries.map((e, i) => (
              <EntryRow
                key={`${e.place} ${i}`}
                id={`${id}-${i}`}
                entry={e}
                currency={s.currency}
                stand={allNew ? '' : STANDS[e.stand]}
                chosen={i === at}
                pick={() => {
                  setAt(i);
                  showPlace(placeOf(i));
                }}
                decide={(verdict) => void decide(e, verdict)}
              />
            ))}
          </tbody>
        </table>
      </div>
      {s.countIn + s.countOut > s.entries.length && (
        <p className={styles.soft}>The first {s.entries.length} entries are shown.</p>
      )}
    </>
  );
}

/** Opening and entries make the closing; where no balances are stated, only the sums stand. */
export function StatementTape({ statement: s }: { statement: Statement }) {
  const opening = s.openingMinor;
  const sums = [
    { key: 'in', label: `${s.countIn} in`, minor: s.inMinor, side: 1 },
    { key: 'out', label: `${s.countOut} out`, minor: -s.outMinor, side: -1 },
  ];
  const closing = s.closingDate ? ` · ${longDate(s.closingDate)}` : '';
  return (
    <Tape
      title={`Statement ${s.number}`}
      subtitle={s.account + closing}
      currency={s.currency}
      rows={
        opening === undefined
          ? sums
          : [{ key: 'opening', label: 'opening', minor: opening, side: 0 }, ...sums]
      }
      footLabel={opening === undefined ? 'Together' : 'Closing by our sum'}
      footMinor={s.computedMinor ?? s.inMinor + s.outMinor}
      footLook="stated"
      after={
        <div className={styles.states}>
          {opening === undefined ? (
            <span>It states no balances; what looks read already is held.</span>
          ) : (
            <>
              <span>closing the file states</span>
              <span className="figures">{words(s.closingMinor ?? 0, s.currency)} ✓</span>
            </>
          )}
        </div>
      }
    />
  );
}

interface RowProps {
  id: string;
  entry: Entry;
  currency: string;
  stand: string;
  chosen: boolean;
  pick: () => void;
  decide: (verdict: 'REAL' | 'DOUBLE') => void;
}

function EntryRow({ id, entry: e, currency, stand, chosen, pick, decide }: RowProps) {
  return (
    <tr
      id={id}
      aria-selected={chosen}
      aria-label={`line ${e.place}, ${e.payer || e.text}, ${words(e.amountMinor, currency)}, ${stand}`}
      className={chosen ? styles.chosen : undefined}
      onClick={pick}
    >
      <td className={styles.soft}>{shortDate(e.date)}</td>
      <td>
        {e.payer || e.text}
        <span className={e.stand === 'HELD' ? styles.waiting : styles.soft}>
          {' '}
          {e.explainedBy ? <PostingLink number={e.explainedBy} /> : stand}
          {e.reverses && ` · takes back ${e.reverses}`}
          {e.batch && ` · of ${e.batch}`}
        </span>
        {e.stand === 'HELD' && e.moneyId && (
          <span className={styles.verdicts} onClick={(event) => event.stopPropagation()}>
            <Button tabIndex={-1} onClick={() => decide('REAL')}>
              It is real<Key>R</Key>
            </Button>
            <Button tabIndex={-1} onClick={() => decide('DOUBLE')}>
              It is double<Key>X</Key>
            </Button>
          </span>
        )}
      </td>
      <td className="figures">
        <Amount minor={e.amountMinor} currency={currency} />
      </td>
    </tr>
  );
}
