import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { CERTAINTIES, CertaintyMark } from '../../components/CertaintyMark';
import { Amount } from '../../components/Amount';
import { conditionsIn, meets, written } from '../../components/conditions';
import { Conditions } from '../../components/Conditions';
import { FindField } from '../../components/FindField';
import { Key } from '../../components/Key';
import { useParam } from '../../components/useParam';
import { useSetting } from '../../components/useSetting';
import { focusZone } from '../../keyboard/keys';
import { shortDate, sumsOf, words } from '../../money/money';
import { sessionQuery } from '../session';
import type { PileRow } from './deskApi';
import {
  grouped,
  isOf,
  nextOrder,
  PILE_FIELDS,
  PILE_ORDERS,
  type PileGroup,
  type PileLook,
  USUAL_LOOK,
  WHOSE,
} from './pileView';
import styles from './Pile.module.css';

interface Props {
  rows: PileRow[];
  selected: number | undefined;
  select: (id: number) => void;
  ticked: ReadonlySet<number>;
  tick: (ids: number[], on: boolean) => void;
  /** Shows what would be posted together: what is ticked, else all that is sure. */
  post: (what: 'sure' | 'ticked') => void;
  /** Works what is ticked as one sum. */
  asOne: () => void;
}

/** All money not yet explained, as each person likes it. While it has the focus its order stands still. */
export function Pile({ rows, selected, select, ticked, tick, post, asOne }: Props) {
  const [find, setFind] = useParam('find');
  const [where, setWhere] = useParam('where');
  const [look, setLook] = useSetting<PileLook>('pile', USUAL_LOOK);
  const { data: session } = useQuery(sessionQuery);
  const whose = look.whose ?? 'all';
  const [narrowing, setNarrowing] = useState(where !== '');
  const conditions = conditionsIn(where);
  const { shown, waiting, release, freeze } = useFrozenOrder(rows);
  const found = shown.filter(
    (r) =>
      isFound(r, find) &&
      meets(r, conditions, PILE_FIELDS) &&
      (!look.inOnly || r.amountMinor > 0) &&
      isOf(r, whose, session?.name ?? ''),
  );
  const sure = found.filter((r) => r.certainty === 'SURE' && !r.tie).length;
  const groups = grouped(found, look.order);
  const ordered = groups.flatMap((g) => g.rows);
  const onThem = rows.filter((r) => ticked.has(r.id));

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const at = ordered.findIndex((r) => r.id === selected);
      const next = ordered[Math.min(ordered.length - 1, Math.max(0, at + step))];
      if (next) {
        select(next.id);
        document.getElementById(`pile-${next.id}`)?.scrollIntoView({ block: 'nearest' });
      }
    } else if (event.key === 'Enter' && !event.ctrlKey) {
      event.preventDefault();
      focusZone('tape');
    } else if (event.key === ' ' && selected !== undefined) {
      event.preventDefault();
      tick([selected], !ticked.has(selected));
    } else if (event.key.toLowerCase() === 'a' && event.ctrlKey) {
      event.preventDefault();
      tick(
        ordered.map((r) => r.id),
        onThem.length < ordered.length,
      );
    } else if (event.key.toLowerCase() === 's' && !event.ctrlKey) {
      event.preventDefault();
      post(onThem.length > 0 ? 'ticked' : 'sure');
    } else if (event.key.toLowerCase() === 'j' && !event.ctrlKey && onThem.length > 1) {
      event.preventDefault();
      asOne();
    }
  };

  return (
    <section className={styles.pile} aria-label="Pile">
      <div className={styles.find}>
        <FindField
          label="Find in the pile"
          placeholder="Find amount, payer, text"
          find={find}
          change={setFind}
          leave={() => focusZone('pile')}
        />
        <div className={styles.look}>
          <button
            type="button"
            aria-label={`Order of the pile: ${PILE_ORDERS[look.order]}, another by a click`}
            onClick={() => setLook({ ...look, order: nextOrder(PILE_ORDERS, look.order) })}
          >
            {PILE_ORDERS[look.order]}
          </button>
          <label>
            <input
              type="checkbox"
              checked={look.low}
              onChange={(e) => setLook({ ...look, low: e.target.checked })}
            />
            low rows
          </label>
          <label>
            <input
              type="checkbox"
              checked={look.inOnly}
              onChange={(e) => setLook({ ...look, inOnly: e.target.checked })}
            />
            only in
          </label>
          <button
            type="button"
            aria-label={`Whose work: ${WHOSE[whose]}, another by a click`}
            onClick={() => setLook({ ...look, whose: nextOrder(WHOSE, whose) })}
          >
            {WHOSE[whose]}
          </button>
          <button
            type="button"
            aria-expanded={narrowing}
            onClick={() => setNarrowing((open) => !open)}
          >
            narrow{conditions.length > 0 && ` · ${conditions.length}`}
          </button>
        </div>
        {narrowing && (
          <Conditions
            name="pile"
            fields={PILE_FIELDS}
            conditions={conditions}
            change={(next) => setWhere(written(next))}
          />
        )}
      </div>
      {onThem.length === 0 && sure > 0 && (
        <div className={styles.sure}>
          <Button tabIndex={-1} onClick={() => post('sure')}>
            Post the {sure} sure ones …<Key>S</Key>
          </Button>
        </div>
      )}
      {waiting > 0 && (
        <button type="button" className={styles.waiting} onClick={release}>
          {waiting} new
        </button>
      )}
      <div
        className={styles.rows}
        data-zone="pile"
        role="listbox"
        aria-label="Money to explain"
        aria-activedescendant={
          ordered.some((r) => r.id === selected) ? `pile-${selected}` : undefined
        }
        tabIndex={0}
        onFocus={freeze}
        onBlur={release}
        onKeyDown={onKeyDown}
      >
        {groups.map((g) => (
          <Group
            key={g.asked ? 'asked' : (g.certainty ?? 'all')}
            group={g}
            all={shown.length}
            low={look.low}
            selected={selected}
            select={select}
            ticked={ticked}
            tick={tick}
          />
        ))}
      </div>
      {found.length === 0 && rows.length > 0 && (
        <p className={styles.none}>
          {find || conditions.length > 0
            ? 'Nothing in the pile reads like that.'
            : whose === 'all'
              ? 'All of the pile was paid out, and that is hidden.'
              : `Nothing in the pile is ${WHOSE[whose]}.`}
        </p>
      )}
      <div className={styles.sums}>
        {onThem.length > 0 ? (
          <>
            <span>
              <b>{onThem.length} ticked</b> <span className="figures">{sumsOf(onThem)}</span>
            </span>
            <Button tabIndex={-1} onClick={() => post('ticked')}>
              Post them …<Key>S</Key>
            </Button>
            {onThem.length > 1 && (
              <Button tabIndex={-1} onClick={asOne}>
                As one<Key>J</Key>
              </Button>
            )}
            <Button tabIndex={-1} variant="text" onClick={() => tick([...ticked], false)}>
              none
            </Button>
          </>
        ) : (
          found.length < rows.length && (
            <span>
              {found.length} of {rows.length} shown <span className="figures">{sumsOf(found)}</span>
            </span>
          )
        )}
      </div>
    </section>
  );
}

interface GroupProps extends Pick<Props, 'selected' | 'select' | 'ticked' | 'tick'> {
  group: PileGroup;
  all: number;
  low: boolean;
}

function Group({ group, all, low, selected, select, ticked, tick }: GroupProps) {
  const { certainty, asked, rows } = group;
  const share = rows.length / Math.max(1, all);
  const label = certainty ? CERTAINTIES[certainty].words : asked ? 'Asked, not due yet' : 'All';
  return (
    <div role="group" aria-label={`${label}, ${rows.length}`}>
      {(certainty ?? asked) && (
        <div className={styles.group} aria-hidden>
          {certainty && <CertaintyMark certainty={certainty} />}
          <b>
            {label} · {rows.length}
          </b>
          <span className={`figures ${styles.sum}`}>{sumsOf(rows)}</span>
          <span className={styles.share} style={{ width: `${share * 100}%` }} />
        </div>
      )}
      {rows.map((row) => (
        <Row
          key={row.id}
          row={row}
          low={low}
          isSelected={row.id === selected}
          select={select}
          isTicked={ticked.has(row.id)}
          tick={tick}
        />
      ))}
    </div>
  );
}

interface RowProps extends Pick<Props, 'select' | 'tick'> {
  row: PileRow;
  low: boolean;
  isSelected: boolean;
  isTicked: boolean;
}

function Row({ row, low, isSelected, select, isTicked, tick }: RowProps) {
  const classes = [styles.row, low ? styles.low : '', isSelected ? styles.selected : ''];
  return (
    <div
      id={`pile-${row.id}`}
      role="option"
      aria-selected={isSelected}
      aria-label={`${isTicked ? 'ticked, ' : ''}${row.payer}, ${words(row.amountMinor, row.currency)} ${row.currency}, ${row.words}`}
      className={classes.join(' ')}
      onClick={() => select(row.id)}
    >
      <span
        className={isTicked ? styles.ticked : styles.tick}
        title="Tick to post several together (Space)"
        onClick={(e) => {
          e.stopPropagation();
          tick([row.id], !isTicked);
        }}
      />
      <CertaintyMark certainty={row.certainty} />
      <span className={styles.text}>
        <span className={styles.payer}>{row.payer}</span>
        {!low && (
          <span className={styles.detail}>
            {row.putBy && <b>put by · </b>}
            {row.question && (
              <b>
                asked {row.question.whom}, look on {shortDate(row.question.nextLook)} ·{' '}
              </b>
            )}
            {row.lacksPaper && <b>lacks a paper · </b>}
            {row.workedBy.length > 0 && <b>{row.workedBy.join(', ')} is on it · </b>}
            {row.words}
            {row.responsible && ` · ${row.responsible}`}
          </span>
        )}
      </span>
      <Amount minor={row.amountMinor} currency={row.currency} look="bold" />
    </div>
  );
}

function isFound(row: PileRow, find: string): boolean {
  const wanted = find.trim().toLowerCase();
  const digits = wanted.replace(/[^0-9]/g, '');
  return (
    wanted === '' ||
    `${row.payer} ${row.words} ${row.text} ${row.reference}`.toLowerCase().includes(wanted) ||
    (digits !== '' && String(Math.abs(row.amountMinor)).startsWith(digits))
  );
}

/** Keeps rows in place while frozen: gone ones leave, changed ones change, new ones wait. */
function useFrozenOrder(rows: PileRow[]) {
  const [frozen, setFrozen] = useState<PileRow[]>();
  const view = useMemo(() => {
    if (!frozen) {
      return { shown: rows, waiting: 0 };
    }
    const now = new Map(rows.map((r) => [r.id, r]));
    const shown = frozen.flatMap((f) => {
      const row = now.get(f.id);
      return row ? [{ ...row, certainty: f.certainty }] : [];
    });
    return { shown, waiting: rows.filter((r) => !frozen.some((f) => f.id === r.id)).length };
  }, [rows, frozen]);
  return {
    ...view,
    freeze: () => setFrozen(rows),
    release: () => setFrozen(undefined),
  };
}
