import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Key } from '../../components/Key';
import { Loading, Sentence } from '../../components/States';
import { DepositStrip, Members, TillStrip } from '../deposits';
import { type Arrival, type Choices, contentsQuery, type Scope, type Place } from './arrivalsApi';
import { ItemList } from './ItemList';
import { PastList } from './PastList';
import { SourceLines } from './SourceLines';
import { StatementStrip } from './StatementStrip';
import styles from './Arrivals.module.css';

interface Props {
  arrival: Arrival;
  scope: Scope;
  setScope: (scope: Scope) => void;
  choices: Choices;
  setChoices: (change: (before: Choices) => Choices) => void;
  /** The place in the original that is shown, when one is. */
  place: Place | undefined;
  showPlace: (place: Place | undefined) => void;
  drop: () => void;
  withdraw: () => void;
  /** Says anew what its columns hold. */
  rename: () => void;
}

/** What a file holds, proved before it counts, and where each line of it stands. */
export function ContentsPane(props: Props) {
  const { arrival, scope, place } = props;
  const showLine = (line: number) => props.showPlace({ line });
  const contents = useQuery(contentsQuery(arrival.id, scope));
  if (contents.isPending) {
    return <Loading />;
  }
  if (contents.isError) {
    return <Sentence error={contents.error} retry={() => void contents.refetch()} />;
  }
  const { statements, deposits, onHand, past, tills } = contents.data;
  const canGo = statements.length + past.length > 0 || arrival.kind !== 'list of receipts';
  return (
    <>
      {arrival.state === 'WAITING' && arrival.refusal && <Sentence error={arrival.refusal} />}
      {arrival.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      {place && (
        <SourceLines
          arrivalId={arrival.id}
          place={place}
          close={() => props.showPlace(undefined)}
        />
      )}
      {statements.map((s, i) => (
        <StatementStrip key={`${s.number} ${i}`} statement={s} showPlace={props.showPlace} />
      ))}
      {deposits.map((d) => (
        <DepositStrip key={`${d.reference} ${d.date}`} deposit={d} showLine={showLine} />
      ))}
      {tills.map((t) => (
        <TillStrip key={`${t.till} ${t.day} ${t.currency}`} day={t} />
      ))}
      {onHand.length > 0 && <Members title="On hand" members={onHand} showLine={showLine} />}
      {past.length > 0 && <PastList past={past} count={arrival.statedCount} />}
      {contents.data.list && <ItemList {...props} list={contents.data.list} />}
      <p className={styles.acts}>
        <a href={`/api/arrivals/${arrival.id}/original`} download={arrival.fileName}>
          The original
        </a>
        {arrival.mayBeNamed && (
          <Button onClick={props.rename}>Its columns hold something else</Button>
        )}
        {(arrival.state === 'WAITING' || arrival.state === 'INFORMATION') && (
          <Button onClick={props.drop}>Take out, not accepted</Button>
        )}
        {arrival.state === 'ACCEPTED' && !contents.data.list && canGo && (
          <Button onClick={props.withdraw}>
            Withdraw<Key>W</Key>
          </Button>
        )}
      </p>
    </>
  );
}
