import { useQuery, useQueryClient } from '@tanstack/react-query';
import { sentenceOf } from '../../api/client';
import { Empty, Loading, Sentence } from '../../components/States';
import { type Outcomes, TogetherSheet } from '../../components/TogetherSheet';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { sumsOf, words } from '../../money/money';
import { accept, type DayFile, dayQuery } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** All files that add up, accepted in one go after a look. */
export function TheDay() {
  const queries = useQueryClient();
  const navigate = useNavigateWithin('/arrivals');
  // what is shown is accepted: what comes meanwhile is no reason to read it anew
  const day = useQuery({ ...dayQuery, gcTime: 0, refetchOnWindowFocus: false });
  if (day.isPending) {
    return <Loading />;
  }
  if (day.isError) {
    return <Sentence error={day.error} retry={() => void day.refetch()} />;
  }
  const close = () => void navigate('/arrivals');

  const acceptAll = async (taken: DayFile[], tell: (outcomes: Outcomes) => void) => {
    // one after the other: what follows waits for what comes before it
    for (const { file } of taken) {
      const outcome = await accept(file.id, 'CHANGES_ONLY', {}).then(
        (row) => ({ done: true, words: outcomeOf(row) }),
        (e: unknown) => ({ done: false, words: sentenceOf(e) }),
      );
      tell(new Map([[file.id, outcome]]));
    }
    await queries.invalidateQueries();
  };

  return (
    <div>
      {day.data.length === 0 ? (
        <Empty>No file waits to be accepted.</Empty>
      ) : (
        <TogetherSheet
          label="What would be accepted"
          rows={day.data}
          idOf={idOf}
          lackingOf={lackingOf}
          title={(taken, all) => `${taken.length} of ${all} files to accept`}
          words={(taken) =>
            `It holds ${totalsOf(taken) || 'nothing'}. Lists of open items are taken as what is new or changed. Space takes a file out.`
          }
          heads={HEADS}
          cellsOf={cellsOf}
          act="Accept"
          became="accepted"
          back="Back to the files"
          close={close}
          run={acceptAll}
        />
      )}
    </div>
  );
}

const HEADS = [
  { words: 'what came' },
  { words: 'account' },
  { words: 'lines', figures: true },
  { words: 'they come to', figures: true },
];

const idOf = (row: DayFile) => row.file.id;
const lackingOf = (row: DayFile) => row.lacking;

const cellsOf = ({ file, follows }: DayFile) => (
  <>
    <td>
      <b>{file.title}</b>
      <br />
      <span className={styles.soft}>
        {file.kind} · {file.fileName}
        {follows && ' · follows the one before it'}
      </span>
    </td>
    <td>
      {file.account} <span className={styles.soft}>{file.currency}</span>
    </td>
    <td className="figures">{file.statedCount > 0 && file.statedCount}</td>
    <td className="figures">{comesTo(file)}</td>
  </>
);

function comesTo({ statedCount, currency, statedMinor }: DayFile['file']): string {
  return statedCount === 0
    ? ''
    : currency === ''
      ? 'several currencies'
      : words(statedMinor, currency);
}

/** Sums by what the lines are: an open item is no money that came. */
function totalsOf(taken: DayFile[]): string {
  return [...new Set(taken.map((t) => t.lines))]
    .map((lines) => {
      const files = taken.filter((t) => t.lines === lines).map((t) => t.file);
      const count = files.reduce((sum, f) => sum + f.statedCount, 0);
      const oneCurrency = files.filter((f) => f.currency !== '');
      const sums = sumsOf(
        oneCurrency.map((f) => ({ currency: f.currency, amountMinor: f.statedMinor })),
      );
      return `${lines} ${count}${sums && `: ${sums}`}`;
    })
    .join('; ');
}

function outcomeOf({ acceptedCount, knownCount, heldCount }: DayFile['file']): string {
  return [
    `${acceptedCount} new`,
    knownCount > 0 ? `${knownCount} known already` : '',
    heldCount > 0 ? `${heldCount} held as possibly double` : '',
  ]
    .filter((w) => w !== '')
    .join(', ');
}
