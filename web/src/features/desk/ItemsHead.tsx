import { useState } from 'react';
import { Conditions } from '../../components/Conditions';
import { type Condition, conditionsIn, type ListField, written } from '../../components/conditions';
import { useParam } from '../../components/useParam';
import { useSetting } from '../../components/useSetting';
import { words } from '../../money/money';
import type { Item, Line } from './deskApi';
import { columnsOf, ITEM_ORDERS, type ItemOrder } from './itemView';
import { nextOrder } from './pileView';
import { placedOf } from './tape';
import styles from './Work.module.css';

/** By what items are narrowed, which stands in the address, and their order, which is one's own. */
export function useItemView() {
  const [narrowed, setNarrowed] = useParam('items');
  const [order, setOrder] = useSetting<ItemOrder>('items-order', 'usual');
  const [columns, setColumns] = useSetting<string[]>('items-columns', []);
  const change = (conditions: Condition[]) => setNarrowed(written(conditions));
  return { order, setOrder, columns, setColumns, conditions: conditionsIn(narrowed), change };
}

interface Props {
  view: ReturnType<typeof useItemView>;
  /** What is shown, and of how many. */
  shown: Item[];
  of: number;
  currency: string;
  lines: Line[];
  fields: ListField<Item>[];
  tickAll: () => void;
}

/** Order and conditions of the items, with the sums of what is shown and of what is ticked. */
export function ItemsHead({ view, shown, of, currency, lines, fields, tickAll }: Props) {
  const [choosing, setChoosing] = useState(false);
  const [narrowing, setNarrowing] = useState(view.conditions.length > 0);
  const own = shown.filter((i) => i.currency === currency);
  const ticked = shown.filter((i) => placedOf(lines, i.id) > 0);
  const placed = ticked.reduce((sum, i) => sum + (i.credit ? -1 : 1) * placedOf(lines, i.id), 0);
  const sum = own.reduce((all, i) => all + i.openMinor, 0);
  return (
    <>
      <div className={styles.itemsLook}>
        <button
          type="button"
          aria-label={`Order of the items: ${ITEM_ORDERS[view.order]}, another by a click`}
          onClick={() => view.setOrder(nextOrder(ITEM_ORDERS, view.order))}
        >
          {ITEM_ORDERS[view.order]}
        </button>
        <button
          type="button"
          aria-expanded={narrowing}
          aria-label="Narrow the items"
          onClick={() => setNarrowing((open) => !open)}
        >
          narrow{view.conditions.length > 0 && ` · ${view.conditions.length}`}
        </button>
        <button
          type="button"
          aria-expanded={choosing}
          aria-label="Columns of the items"
          onClick={() => setChoosing((open) => !open)}
        >
          columns{view.columns.length > 0 && ` · ${view.columns.length}`}
        </button>
        <button type="button" aria-label="Tick all items shown, or none" onClick={tickAll}>
          all shown
        </button>
        <span className={styles.soft}>
          {shown.length < of && `${shown.length} of ${of}, `}
          {words(sum, currency)}
          {ticked.length > 0 && ` · ticked ${ticked.length}, ${words(placed, currency)}`}
        </span>
      </div>
      {choosing && (
        <fieldset className={styles.columns}>
          <legend className="unseen">Columns of the items</legend>
          {columnsOf(fields).map((f) => (
            <label key={f.key}>
              <input
                type="checkbox"
                checked={view.columns.includes(f.key)}
                onChange={(e) =>
                  view.setColumns(
                    e.target.checked
                      ? [...view.columns, f.key]
                      : view.columns.filter((c) => c !== f.key),
                  )
                }
              />{' '}
              {f.words}
            </label>
          ))}
        </fieldset>
      )}
      {narrowing && (
        <Conditions
          name="items"
          fields={fields}
          conditions={view.conditions}
          change={view.change}
        />
      )}
    </>
  );
}
