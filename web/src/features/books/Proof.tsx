import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import page from '../../components/Page.module.css';
import { Sentence } from '../../components/States';
import { moment } from '../../money/money';
import { proofQuery, proveEverything } from './booksApi';
import { Read } from '../../components/Read';

type Invariant = Schemas['InvariantView'];

/** What must hold: since the newest month was closed, and from the first day on when it is asked for. */
export function Proof() {
  const everything = useMutation({ mutationFn: proveEverything });
  return (
    <Read query={proofQuery}>
      {(proof) => (
        <>
          {proof.since !== undefined && (
            <div className={page.head}>
              {everything.data === undefined ? (
                <p>
                  Looked at one by one: what was made since {proof.since}. What was made before was
                  proved when its month was closed, and its sums are held against what stands now;
                  the texts of items are read by the whole proof only.
                </p>
              ) : (
                <p>Everything, from the first day on, looked at {moment(everything.data.at)}.</p>
              )}
              <Button
                className={page.line}
                onClick={() => everything.mutate()}
                disabled={everything.isPending}
              >
                {everything.isPending ? 'Reading everything …' : 'Prove everything'}
              </Button>
              {everything.data && (
                <Button className={page.line} onClick={everything.reset}>
                  Since {proof.since}
                </Button>
              )}
            </div>
          )}
          {everything.isError && <Sentence error={everything.error} />}
          <Invariants invariants={(everything.data ?? proof).invariants} />
        </>
      )}
    </Read>
  );
}

function Invariants({ invariants }: { invariants: Invariant[] }) {
  return (
    <table className={page.table}>
      <caption className="unseen">What must hold, computed now from the stored facts</caption>
      <thead>
        <tr>
          <th />
          <th>what must hold</th>
          <th>figures</th>
          <th>now</th>
        </tr>
      </thead>
      <tbody>
        {invariants.map((l) => (
          <tr key={l.number}>
            <td>{l.number}</td>
            <td>{l.words}</td>
            <td>{l.figures}</td>
            <td className={l.failures.length === 0 ? page.holds : page.fails}>
              {l.failures.length === 0 ? 'holds' : l.failures.join(' ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
