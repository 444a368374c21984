import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { DepositTape } from '../deposits';
import {
  keepPayoutLayout,
  type PayoutLayout,
  type PayoutLayoutRequest,
  payoutTrialQuery,
  type Sample,
} from './arrivalsApi';
import {
  columnsOf,
  SampleTable,
  Select,
  type Shape,
  ShapeOptions,
  WrittenOptions,
} from './LayoutParts';
import { MakerPage, type MakerProps } from './MakerPage';
import styles from './Arrivals.module.css';

interface Stated {
  columns: string[];
  dateOrder?: PayoutLayout['dateOrder'];
  decimalMark?: PayoutLayout['decimalMark'];
  signOfFees?: PayoutLayout['signOfFees'];
  types: PayoutLayout['types'];
}

/** The columns of a card processor's list of payouts, and what its words for rows mean. */
export function PayoutColumns({ arrival, sample, shape, say, questions }: MakerProps) {
  const [stated, setStated] = useState<Stated>(
    sample.payouts?.layout ?? { columns: [], types: {} },
  );
  const tell = (part: Partial<Stated>) => setStated((before) => ({ ...before, ...part }));
  const typeColumn = stated.columns.indexOf('TYPE');
  const words = (typeColumn >= 0 && sample.words[typeColumn]) || [];
  const request = requestOf(stated, words, sample, shape);
  const trial = useQuery({ ...payoutTrialQuery(arrival.id, request), retry: false });
  const { choices } = sample;
  return (
    <MakerPage
      arrival={arrival}
      title={`What the columns of ${arrival.fileName} hold`}
      stated={request !== undefined}
      unstated="Say what the columns hold, and what each word for a kind of row means. It is said once; later files with the same header are read by it."
      trial={trial}
      keep={request && (() => keepPayoutLayout(arrival.id, request))}
      keepWords="Keep for every file with this header"
      read={trial.data?.map((d) => (
        <DepositTape key={d.reference} deposit={d} />
      ))}
    >
      <p className={styles.options}>
        {questions}
        <ShapeOptions sample={sample} shape={shape} say={say} />
        <WrittenOptions sample={sample} stated={stated} tell={tell} />
        <Select
          label="Fees and refunds"
          value={stated.signOfFees}
          choices={choices.signsOfFees}
          take={(code) => tell({ signOfFees: code as Stated['signOfFees'] })}
        />
        {words.map((word) => (
          <Select
            key={word}
            label={`A row “${word}” is a`}
            value={stated.types[word]}
            choices={choices.rowTypes}
            take={(code) =>
              tell({
                types: { ...stated.types, [word]: code as PayoutLayout['types'][string] },
              })
            }
          />
        ))}
      </p>
      <SampleTable
        sample={sample}
        headerLine={shape.headerLine}
        columns={stated.columns}
        choices={choices.payoutColumns}
        setColumns={(columns) => tell({ columns })}
        setHeader={(headerLine) => say({ headerLine })}
      />
    </MakerPage>
  );
}

/** The whole of a layout once everything is stated. */
function requestOf(
  stated: Stated,
  words: string[],
  sample: Sample,
  shape: Shape,
): PayoutLayoutRequest | undefined {
  const { dateOrder, decimalMark, signOfFees, types } = stated;
  const unsaid = words.some((w) => !types[w]);
  if (!dateOrder || !decimalMark || !signOfFees || unsaid || shape.accountId === undefined) {
    return undefined;
  }
  return {
    accountId: shape.accountId,
    sheet: sample.sheet,
    layout: {
      delimiter: sample.sample.delimiter,
      headerLine: shape.headerLine,
      linesAfter: shape.linesAfter,
      columns: columnsOf<PayoutLayout['columns'][number]>(sample, stated.columns),
      dateOrder,
      decimalMark,
      signOfFees,
      types,
    },
  };
}
