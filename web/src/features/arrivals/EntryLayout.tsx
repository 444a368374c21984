import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import {
  keepLayout,
  type Layout,
  type LayoutRequest,
  type Sample,
  trialQuery,
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
import { StatementTape } from './StatementStrip';
import styles from './Arrivals.module.css';

interface Stated {
  columns: string[];
  dateOrder?: Layout['dateOrder'];
  decimalMark?: Layout['decimalMark'];
  signRule?: Layout['signRule'];
  outMark: string;
}

/** The columns of a bank's own CSV. */
export function EntryLayout({ arrival, sample, shape, say, questions }: MakerProps) {
  const [stated, setStated] = useState<Stated>(
    sample.layout?.layout ?? { columns: [], outMark: '' },
  );
  const tell = (part: Partial<Stated>) => setStated((before) => ({ ...before, ...part }));
  const request = requestOf(stated, sample, shape);
  const trial = useQuery({ ...trialQuery(arrival.id, request), retry: false });
  const { choices } = sample;
  return (
    <MakerPage
      arrival={arrival}
      title={`What the columns of ${arrival.fileName} hold`}
      stated={request !== undefined}
      unstated="Say what the columns hold, the order of dates, the decimal mark and the sign. It is said once; later files with the same header are read by it."
      trial={trial}
      keep={request && (() => keepLayout(arrival.id, request))}
      keepWords="Keep for every file with this header"
      read={trial.data?.map((s) => (
        <StatementTape key={s.number} statement={s} />
      ))}
    >
      <p className={styles.options}>
        {questions}
        <ShapeOptions sample={sample} shape={shape} say={say} />
        <WrittenOptions sample={sample} stated={stated} tell={tell} />
        <Select
          label="In and out are told apart"
          value={stated.signRule}
          choices={choices.signRules}
          take={(code) => tell({ signRule: code as Layout['signRule'] })}
        />
        {stated.signRule === 'BY_MARK' && (
          <label>
            The mark of money out{' '}
            <input value={stated.outMark} onChange={(e) => tell({ outMark: e.target.value })} />
          </label>
        )}
      </p>
      <SampleTable
        sample={sample}
        headerLine={shape.headerLine}
        columns={stated.columns}
        choices={choices.meanings}
        setColumns={(columns) => tell({ columns })}
        setHeader={(headerLine) => say({ headerLine })}
      />
    </MakerPage>
  );
}

/** The whole of a layout once everything is stated. */
function requestOf(stated: Stated, sample: Sample, shape: Shape): LayoutRequest | undefined {
  const { dateOrder, decimalMark, signRule } = stated;
  if (!dateOrder || !decimalMark || !signRule || shape.accountId === undefined) {
    return undefined;
  }
  return {
    accountId: shape.accountId,
    sheet: sample.sheet,
    layout: {
      delimiter: sample.sample.delimiter,
      headerLine: shape.headerLine,
      linesAfter: shape.linesAfter,
      columns: columnsOf<Layout['columns'][number]>(sample, stated.columns),
      dateOrder,
      decimalMark,
      signRule,
      outMark: stated.outMark,
    },
  };
}
