import { useIsMutating, useQuery } from '@tanstack/react-query';
import { Loading, Sentence } from '../../components/States';
import { useLanding } from '../../keyboard/keys';
import { Notes } from '../notes';
import { Papers } from '../papers';
import { type Choices, moneyQuery, type Money, type Posted, postingKey } from './deskApi';
import { ItemsPane } from './ItemsPane';
import { SourcePane } from './SourcePane';
import { TapePane } from './TapePane';
import { sameLines } from './tape';
import { useTape } from './useTape';
import styles from './Work.module.css';

interface Props {
  moneyId: number;
  choices: Choices;
  onward: boolean;
  /** The sum is explained by now, and what is shown of it is left. */
  left: boolean;
  posted: (answer: Posted) => void;
  putBy: () => void;
  aside: (words: string) => void;
}

/** One sum: its tape in the middle, what the bank sent and the open items beside it. */
export function MoneyWork(props: Props) {
  const posting = useIsMutating({ mutationKey: postingKey(props.moneyId) }) > 0;
  // what is being posted here is no news: to read it anew would only say that it is explained
  const money = useQuery({ ...moneyQuery(props.moneyId), enabled: !posting && !props.left });
  if (!money.data) {
    return money.isError ? (
      <Sentence error={money.error} retry={() => void money.refetch()} />
    ) : (
      <Loading />
    );
  }
  return <Work {...props} money={money.data} gone={money.isError ? money.error : undefined} />;
}

function Work({
  money,
  choices,
  onward,
  posted,
  putBy,
  aside,
  gone,
}: Props & { money: Money; gone: unknown }) {
  useLanding('tape', onward);
  const tape = useTape({ money, choices, posted, putBy, aside });
  const ways = [...money.ways, ...money.beside];
  const way = ways.find((w) => sameLines(w.lines, tape.lines)) ?? ways[0];
  return (
    <>
      <div className={styles.middle}>
        {gone !== undefined && <Sentence error={gone} />}
        <TapePane money={money} choices={choices} tape={tape} />
      </div>
      <div className={styles.right}>
        <SourcePane money={money} way={way} />
        <Papers on="MONEY" id={money.id} />
        <Notes on="money" id={money.id} />
        <ItemsPane money={money} tape={tape} />
      </div>
    </>
  );
}
