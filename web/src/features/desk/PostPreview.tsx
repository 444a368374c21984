import { useQuery, useQueryClient } from '@tanstack/react-query';
import { sentenceOf } from '../../api/client';
import { Amount } from '../../components/Amount';
import page from '../../components/Page.module.css';
import { Loading, Sentence } from '../../components/States';
import { type Outcome, type Outcomes, TogetherSheet } from '../../components/TogetherSheet';
import { words } from '../../money/money';
import {
  askForMoney,
  type PostedOfMany,
  postMany,
  previewQuery,
  type PreviewRow,
  type Together,
} from './deskApi';

interface Props {
  /** What would be posted: all that is sure, what somebody ticked, what is put by. */
  what: Together;
  /** Where one goes from here, in words. */
  back?: string;
  close: () => void;
}

/** What is posted in one go, before it is: each tape exactly as it is shown. */
export function PostPreview({ what, back = 'Back to the desk', close }: Props) {
  // what is shown is posted: what changes elsewhere meanwhile is no reason to read it anew
  const preview = useQuery({
    ...previewQuery(what),
    refetchOnMount: true,
    enabled: (query) => query.state.data === undefined,
  });
  if (preview.isPending) {
    return <Loading />;
  }
  if (preview.isError) {
    return <Sentence error={preview.error} retry={() => void preview.refetch()} />;
  }
  return <Sheet seen={preview.data} planned={what.kind === 'sure'} back={back} close={close} />;
}

/** Where every posting is released by a second person, each waits for that. */
async function outcomeOf(row: PreviewRow, of: PostedOfMany): Promise<Outcome> {
  if (of.posted) {
    return { done: true, words: of.posted.number };
  }
  if (of.code !== 'release') {
    return { done: false, words: of.sentence };
  }
  return askForMoney(row.moneyInId, row.lines).then(
    () => ({ done: true, words: 'waits for a second person' }),
    (e: unknown) => ({ done: false, words: sentenceOf(e) }),
  );
}

/** So many are posted before it is shown how they went. */
const TOGETHER = 20;

/** So many requests are under way at a time. */
const HANDS = 2;

async function outcomesOf(rows: PreviewRow[], planned: boolean): Promise<Map<number, Outcome>> {
  const outcomes = new Map<number, Outcome>();
  try {
    const answers = await postMany(rows, planned);
    for (const row of rows) {
      const of = answers.find((a) => a.moneyInId === row.moneyInId);
      if (of) {
        outcomes.set(row.moneyInId, await outcomeOf(row, of));
      }
    }
  } catch (e) {
    rows.forEach((r) => outcomes.set(r.moneyInId, { done: false, words: sentenceOf(e) }));
  }
  return outcomes;
}

function Sheet({
  seen,
  planned,
  back,
  close,
}: {
  seen: PreviewRow[];
  planned: boolean;
  back: string;
  close: () => void;
}) {
  const queries = useQueryClient();
  const postAll = async (taken: PreviewRow[], tell: (outcomes: Outcomes) => void) => {
    const rest = [...taken];
    const goOn = async () => {
      while (rest.length > 0) {
        tell(await outcomesOf(rest.splice(0, TOGETHER), planned));
      }
    };
    await Promise.all(Array.from({ length: HANDS }, goOn));
    await queries.invalidateQueries({ queryKey: ['desk'] });
  };
  return (
    <TogetherSheet
      label="What would be posted"
      rows={seen}
      idOf={idOf}
      lackingOf={lackingOf}
      title={(taken) => `${taken.length} ${taken.length === 1 ? 'sum' : 'sums'} to post`}
      words={(taken) =>
        `${sums(taken)}. Each is posted as it stands here, or left and named. Space takes one out.`
      }
      heads={HEADS}
      cellsOf={cellsOf}
      act="Post"
      became="posted"
      back={back}
      close={close}
      run={postAll}
    />
  );
}

const HEADS = [{ words: 'payer' }, { words: 'amount', figures: true }, { words: 'explained by' }];

const idOf = (row: PreviewRow) => row.moneyInId;
const lackingOf = (row: PreviewRow) => row.lacking;

const cellsOf = (row: PreviewRow) => (
  <>
    <td>{row.payer}</td>
    <td className="figures">
      <Amount minor={row.amountMinor} currency={row.currency} />
    </td>
    <td>
      {row.words}
      {row.maker && <span className={page.soft}> of {row.maker}</span>}
      {row.forgivenMinor > 0 && <b> · forgives {words(row.forgivenMinor, row.currency)}</b>}
    </td>
  </>
);

function sums(rows: PreviewRow[]): string {
  return [...new Set(rows.map((r) => r.currency))]
    .map((c) => {
      const sum = rows.filter((r) => r.currency === c).reduce((s, r) => s + r.amountMinor, 0);
      return `${c} ${words(sum, c)}`;
    })
    .join(', ');
}
