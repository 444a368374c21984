import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { words } from '../../money/money';
import { post, previewQuery, type SureRow } from './deskApi';
import styles from './SurePreview.module.css';

type Outcome = { done: boolean; words: string };

/** All that is sure, the doubtful first, before it is posted: each tape exactly as it is shown. */
export function SurePreview({ close }: { close: () => void }) {
  const preview = useQuery({ ...previewQuery, refetchOnMount: true });
  if (preview.isPending) {
    return <Loading />;
  }
  if (preview.isError) {
    return <Sentence error={preview.error} retry={() => void preview.refetch()} />;
  }
  return <Sheet seen={preview.data} close={close} />;
}

/** The rows as they were first seen: what changes elsewhere meanwhile does not change them. */
function Sheet({ seen, close }: { seen: SureRow[]; close: () => void }) {
  const queries = useQueryClient();
  const [rows] = useState(seen);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [outcomes, setOutcomes] = useState<ReadonlyMap<number, Outcome>>(new Map());
  const [busy, setBusy] = useState(false);
  const [at, setAt] = useState(0);
  const self = useRef<HTMLDivElement>(null);
  useEffect(() => self.current?.focus(), []);
  const taken = rows.filter((r) => !out.has(r.moneyInId));
  const done = outcomes.size > 0;

  const toggle = (row: SureRow | undefined) => {
    if (row && !done) {
      setOut((before) => {
        const next = new Set(before);
        if (!next.delete(row.moneyInId)) {
          next.add(row.moneyInId);
        }
        return next;
      });
    }
  };

  const postAll = async () => {
    setBusy(true);
    for (const row of taken) {
      const outcome = await post(row.moneyInId, row.lines, crypto.randomUUID(), true).then(
        (p) => ({ done: true, words: p.number }),
        (e: unknown) => ({ done: false, words: sentenceOf(e) }),
      );
      setOutcomes((before) => new Map(before).set(row.moneyInId, outcome));
    }
    setBusy(false);
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      setAt((i) => Math.min(rows.length - 1, Math.max(0, i + step)));
    } else if (event.key === ' ') {
      event.preventDefault();
      toggle(rows[at]);
    } else if (event.ctrlKey && event.key === 'Enter' && !done && !busy) {
      event.preventDefault();
      void postAll();
    } else if (event.key === 'Escape' && !busy) {
      event.preventDefault();
      close();
    }
  };

  return (
    <div
      ref={self}
      className={styles.preview}
      data-zone="preview"
      role="group"
      aria-label="Preview of the sure ones"
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <h2>{taken.length} sums to post</h2>
      <p className={styles.soft}>
        {sums(taken)}. Each is posted as it stands here, or left and named. Space takes one out.
      </p>
      <table>
        <thead>
          <tr>
            <th aria-label="posted" />
            <th>payer</th>
            <th className="figures">amount</th>
            <th>explained by</th>
            <th>outcome</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr
              key={row.moneyInId}
              className={i === at ? styles.at : undefined}
              onClick={() => toggle(row)}
            >
              <td>
                <span className={out.has(row.moneyInId) ? styles.out : styles.in} aria-hidden />
                <span className="unseen">{out.has(row.moneyInId) ? 'left out' : 'taken'}</span>
              </td>
              <td>{row.payer}</td>
              <td className="figures">
                <Amount minor={row.amountMinor} currency={row.currency} />
              </td>
              <td>
                {row.words}
                {row.forgivenMinor > 0 && (
                  <b> · forgives {words(row.forgivenMinor, row.currency)}</b>
                )}
              </td>
              <td
                className={outcomes.get(row.moneyInId)?.done === false ? styles.wrong : undefined}
              >
                {outcomes.get(row.moneyInId)?.words}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles.acts} aria-live="polite">
        {done && (
          <b>
            {[...outcomes.values()].filter((o) => o.done).length} of {taken.length} posted
          </b>
        )}
        {!done && (
          <Button
            variant="contained"
            disabled={busy || taken.length === 0}
            onClick={() => void postAll()}
          >
            Post {taken.length}
            <Key>Ctrl ↵</Key>
          </Button>
        )}
        <Button onClick={close} disabled={busy}>
          Back to the desk<Key>Esc</Key>
        </Button>
      </p>
    </div>
  );
}

function sums(rows: SureRow[]): string {
  return [...new Set(rows.map((r) => r.currency))]
    .map((c) => {
      const sum = rows.filter((r) => r.currency === c).reduce((s, r) => s + r.amountMinor, 0);
      return `${c} ${words(sum, c)}`;
    })
    .join(', ');
}
