import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useRef, useState } from 'react';
import { Amount } from '../../components/Amount';
import { AmountField } from '../../components/AmountField';
import { type ListField, meets } from '../../components/conditions';
import { Empty, Loading, Sentence } from '../../components/States';
import { focusZone, isInField } from '../../keyboard/keys';
import { shortDate, words } from '../../money/money';
import { ItemCard } from '../trail';
import { type Item, itemsQuery, type Money } from './deskApi';
import { ItemsHead, useItemView } from './ItemsHead';
import { cellOf, columnsOf, fieldsOf, inOrder } from './itemView';
import { openIn, placedOf } from './tape';
import type { TapeLines } from './useTapeLines';
import styles from './Work.module.css';

/** The tape on which items are put. */
type ItemTape = Pick<TapeLines, 'lines' | 'change' | 'atItem'> & {
  onKey: (event: KeyboardEvent) => unknown;
};

interface Props {
  /** Without a date there is no money, and items in other currencies are of no use. */
  money: Pick<Money, 'currency' | 'customerId'> & { date?: string };
  tape: ItemTape;
}

/** The open items, tickable, each with what the tape places on it and what will be left of it. */
export function ItemsPane({ money, tape }: Props) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState<{ id: number; first: string }>();
  const [opened, setOpened] = useState(false);
  const look = useRef<HTMLInputElement>(null);
  const customer = text === '' ? money.customerId : undefined;
  const enabled = customer !== undefined || text !== '';
  const found = useQuery({
    ...itemsQuery({ currency: money.currency, day: money.date }, customer, text),
    enabled,
  });
  const view = useItemView();
  const all = (enabled ? found.data?.items : undefined) ?? [];
  const fields = fieldsOf(all);
  const columns = columnsOf(fields).filter((f) => view.columns.includes(f.key));
  const items = inOrder(
    all.filter((i) => meets(i, view.conditions, fields)),
    view.order,
  );
  const foreign = all.filter((i) => i.currency !== money.currency).length;
  const current = items[Math.min(at, items.length - 1)];

  const tickAll = () => {
    const off = items.filter((i) => placedOf(tape.lines, i.id) === 0);
    tape.change({ type: 'tickAll', items: off.length > 0 ? off : items, on: off.length > 0 });
  };

  const goTo = (index: number) => {
    const bounded = Math.min(items.length - 1, Math.max(0, index));
    setAt(bounded);
    tape.atItem(items[bounded]);
    document.getElementById(`item-${items[bounded]?.id}`)?.scrollIntoView({ block: 'nearest' });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey && event.key.toLowerCase() === 'a' && !isInField(event)) {
      event.preventDefault();
      tickAll();
    }
    if (isInField(event) || event.ctrlKey || event.altKey) {
      return;
    }
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      goTo(at + step);
    } else if (event.key === ' ' && current) {
      event.preventDefault();
      tape.atItem(current);
      tape.change({ type: 'tick', item: current });
    } else if ((event.key === 'Enter' || /^[0-9]$/.test(event.key)) && current) {
      event.preventDefault();
      setTyped({ id: current.id, first: event.key === 'Enter' ? '' : event.key });
    } else if (event.key.toLowerCase() === 'o' && current) {
      event.preventDefault();
      setOpened((open) => !open);
    } else if (event.key === 'Escape' && opened) {
      event.preventDefault();
      setOpened(false);
    } else if (event.key.toLowerCase() === 'f') {
      event.preventDefault();
      look.current?.focus();
    } else {
      tape.onKey(event);
    }
  };

  return (
    <section className={styles.items} aria-label="Items">
      <h3 className={styles.heading}>
        {found.data && enabled ? (
          <>
            {found.data.found > all.length && `The first ${all.length} of ${found.data.found}. `}
            {found.data.title}: invoices {words(found.data.invoicesMinor, money.currency)}
            {foreign > 0 && ` in ${money.currency}, ${foreign} in other currencies`}
            {found.data.creditsMinor < 0 &&
              `, credits ${words(-found.data.creditsMinor, money.currency)}`}
          </>
        ) : (
          'No customer is known yet'
        )}
      </h3>
      {all.length > 0 && (
        <ItemsHead
          view={view}
          shown={items}
          of={all.length}
          currency={money.currency}
          lines={tape.lines}
          fields={fields}
          tickAll={tickAll}
        />
      )}
      <div
        data-zone="items"
        role="group"
        aria-label="Open items"
        aria-activedescendant={current ? `item-${current.id}` : undefined}
        tabIndex={0}
        className={styles.grid}
        onKeyDown={onKeyDown}
        onFocus={() => tape.atItem(current)}
      >
        {enabled && found.isPending && <Loading />}
        {found.isError && <Sentence error={found.error} retry={() => void found.refetch()} />}
        {items.length > 0 && (
          <table className={styles.table} role="grid" aria-label="Items to tick">
            <thead>
              <tr>
                <th aria-label="on the tape" />
                <th>number</th>
                <th>date</th>
                <th>due</th>
                {columns.map((c) => (
                  <th key={c.key} className={c.kind === 'amount' ? 'figures' : undefined}>
                    {c.words}
                  </th>
                ))}
                <th className="figures">open</th>
                <th className="figures">placed</th>
                <th className="figures">left</th>
              </tr>
            </thead>
            <tbody>
              {items.map((item, i) => (
                <ItemRow
                  key={item.id}
                  item={item}
                  currency={money.currency}
                  isCurrent={item.id === current?.id}
                  showCustomer={text !== '' || item.customerId !== customer}
                  columns={columns}
                  typed={typed?.id === item.id ? typed.first : undefined}
                  tape={tape}
                  pick={() => goTo(i)}
                  open={() => {
                    goTo(i);
                    setOpened(!opened || item.id !== current?.id);
                  }}
                  type={() => {
                    goTo(i);
                    setTyped({ id: item.id, first: '' });
                  }}
                  done={() => {
                    setTyped(undefined);
                    focusZone('items');
                  }}
                />
              ))}
            </tbody>
          </table>
        )}
        {enabled && found.isSuccess && items.length === 0 && (
          <Empty>
            {all.length > 0
              ? 'None of the items is like that.'
              : 'Nothing open is found. Look in every customer by number, name or amount.'}
          </Empty>
        )}
      </div>
      {opened && current && <ItemCard id={current.id} />}
      <input
        ref={look}
        type="search"
        className={styles.look}
        placeholder="Look in every customer  F"
        aria-label="Look in every customer"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            setText('');
          }
          if (e.key === 'Enter' || e.key === 'Escape' || e.key === 'ArrowDown') {
            e.preventDefault();
            focusZone('items');
          }
        }}
      />
    </section>
  );
}

interface RowProps {
  item: Item;
  /** Of the money; what is placed and left is in it. */
  currency: string;
  isCurrent: boolean;
  showCustomer: boolean;
  /** Those that the person has beside the usual ones. */
  columns: ListField<Item>[];
  /** The first digit typed into the amount cell, when it is open. */
  typed: string | undefined;
  tape: ItemTape;
  pick: () => void;
  /** Shows what is known of the item. */
  open: () => void;
  /** Opens the amount for typing. */
  type: () => void;
  done: () => void;
}

function ItemRow(props: RowProps) {
  const { item, currency, isCurrent, showCustomer, columns, typed, tape } = props;
  const { pick, open, type, done } = props;
  const placed = placedOf(tape.lines, item.id);
  const isForeign = item.currency !== currency;
  const left = item.credit ? placed - openIn(item) : openIn(item) - placed;
  const openWords = `${isForeign ? item.currency + '\u00a0' : ''}${words(item.openMinor, item.currency)}`;
  const classes = [styles.item, placed > 0 ? styles.on : '', isCurrent ? styles.current : ''];
  return (
    <tr
      id={`item-${item.id}`}
      aria-selected={placed > 0}
      aria-label={`${item.number}, ${item.customer}, open ${openWords}, left ${words(left, currency)}`}
      className={classes.join(' ')}
      onClick={() => {
        pick();
        tape.change({ type: 'tick', item });
      }}
    >
      <td>
        <span className={placed > 0 ? styles.ticked : styles.tick} aria-hidden />
      </td>
      <td>
        <button
          type="button"
          tabIndex={-1}
          className={styles.opener}
          title={`Open ${item.number} (O)`}
          onClick={(e) => {
            e.stopPropagation();
            open();
          }}
        >
          {item.number}
        </button>
        {showCustomer && <small className={styles.soft}> {item.customer}</small>}
      </td>
      <td>{shortDate(item.date)}</td>
      <td className={item.late ? styles.late : undefined}>
        {item.credit ? item.kind : shortDate(item.due)}
      </td>
      {columns.map((c) => (
        <td key={c.key} className={c.kind === 'amount' ? 'figures' : styles.own}>
          {cellOf(item, c)}
        </td>
      ))}
      <td className="figures">
        {isForeign ? openWords : <Amount minor={item.openMinor} currency={item.currency} />}
        {isForeign && (
          <small className={styles.worth}>
            {item.worth
              ? `${words(item.worth.openMinor, currency)} at ${item.worth.rate}`
              : 'no rate is known'}
          </small>
        )}
      </td>
      <td
        className={`figures ${styles.placed}`}
        title="Double click to type the amount"
        onClick={(e) => {
          e.stopPropagation();
          pick();
        }}
        onDoubleClick={type}
      >
        {typed !== undefined ? (
          <AmountField
            label={`Amount to place on ${item.number}`}
            minor={placed}
            first={typed}
            currency={currency}
            keep={(minor) => tape.change({ type: 'place', item, minor })}
            done={done}
          />
        ) : (
          placed > 0 && words(placed, currency)
        )}
      </td>
      <td className="figures">{placed > 0 && words(left, currency)}</td>
    </tr>
  );
}
