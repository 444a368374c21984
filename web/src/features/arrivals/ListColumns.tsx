import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import {
  keepListLayout,
  type ListLayout,
  type ListLayoutRequest,
  listTrialQuery,
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
import { ListTrialTable } from './ListTrialTable';
import { MakerPage, type MakerProps } from './MakerPage';
import styles from './Arrivals.module.css';

interface Stated {
  columns: string[];
  dateOrder?: ListLayout['dateOrder'];
  decimalMark?: ListLayout['decimalMark'];
  currency: string;
  creditMark: string;
  leftOut: string;
}

interface Props extends MakerProps {
  guess: Sample['guesses'][number];
  /** Of the house's first account. */
  currency: string;
}

/** The columns of a list of the house: guessed from the header, and looked at. */
export function ListColumns(props: Props) {
  const { arrival, sample, shape, say, questions, guess } = props;
  const [stated, setStated] = useState<Stated>(beginning(props));
  const tell = (part: Partial<Stated>) => setStated((before) => ({ ...before, ...part }));
  const choices = sample.choices.lists.find((l) => l.code === guess.list)?.columns ?? [];
  const marks = sample.words[stated.columns.indexOf('MARK')] ?? [];
  const request = requestOf(stated, props);
  const trial = useQuery({ ...listTrialQuery(arrival.id, request), retry: false });
  return (
    <MakerPage
      arrival={arrival}
      title={`What the columns of ${arrival.fileName} hold`}
      stated={request !== undefined}
      unstated="Say what the columns hold, the order of dates and the decimal mark. It is said once; later files with the same header are read by it."
      trial={trial}
      keep={request && (() => keepListLayout(arrival.id, request))}
      keepWords="Keep for every file with this header"
      read={trial.data && <ListTrialTable trial={trial.data} />}
    >
      {arrival.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      <p className={styles.options}>
        {questions}
        <ShapeOptions sample={sample} shape={shape} say={say} />
        <WrittenOptions
          sample={sample}
          stated={stated}
          tell={tell}
          guessed={sample.list ? {} : guess}
        />
        {!stated.columns.includes('CURRENCY') && (
          <label>
            All of it is in{' '}
            <input
              size={4}
              value={stated.currency}
              onChange={(e) => tell({ currency: e.target.value })}
            />
          </label>
        )}
        {stated.columns.includes('MARK') && (
          <Select
            label="A credit note is marked"
            value={stated.creditMark}
            choices={marks.map((m) => ({ code: m, words: m }))}
            take={(creditMark) => tell({ creditMark })}
          />
        )}
        <label>
          Rows left out begin with{' '}
          <input
            placeholder="Total, Page"
            value={stated.leftOut}
            onChange={(e) => tell({ leftOut: e.target.value })}
          />
        </label>
      </p>
      {!sample.list && guess.complete && (
        <p className={styles.soft}>
          What is <span className={styles.guessed}>underlined so</span> was guessed from the header
          and the rows. Look at it: on the right is what the file says when it is read so.
        </p>
      )}
      <SampleTable
        sample={sample}
        headerLine={shape.headerLine}
        columns={stated.columns}
        guessed={sample.list ? [] : guess.columns}
        choices={choices}
        setColumns={(columns) => tell({ columns })}
        setHeader={(headerLine) => say({ headerLine })}
      />
    </MakerPage>
  );
}

/** As it is kept, where it was kept before; else as it is guessed. */
function beginning({ sample, guess, currency }: Props): Stated {
  if (sample.list?.layout.list === guess.list) {
    const { leftOut, ...kept } = sample.list.layout;
    return { ...kept, leftOut: leftOut.join(', ') };
  }
  return {
    columns: guess.columns,
    ...(guess.dateOrder ? { dateOrder: guess.dateOrder } : {}),
    ...(guess.decimalMark ? { decimalMark: guess.decimalMark } : {}),
    currency,
    creditMark: '',
    leftOut: '',
  };
}

/** The whole of a layout once everything is stated. */
function requestOf(
  stated: Stated,
  { sample, shape, guess }: { sample: Sample; shape: Shape; guess: Props['guess'] },
): ListLayoutRequest | undefined {
  const { dateOrder, decimalMark, columns } = stated;
  const unmarked = columns.includes('MARK') && !stated.creditMark;
  if (!dateOrder || !decimalMark || unmarked) {
    return undefined;
  }
  return {
    sheet: sample.sheet,
    layout: {
      list: guess.list,
      delimiter: sample.sample.delimiter,
      headerLine: shape.headerLine,
      linesAfter: shape.linesAfter,
      columns: columnsOf<ListLayout['columns'][number]>(sample, columns),
      dateOrder,
      decimalMark,
      currency: columns.includes('CURRENCY') ? '' : stated.currency,
      creditMark: columns.includes('MARK') ? stated.creditMark : '',
      leftOut: stated.leftOut.split(','),
    },
  };
}
