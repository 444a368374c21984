import { type ReactNode } from 'react';
import type { Layout, Sample } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** What a person says of any CSV, whatever its rows are. */
export interface Shape {
  accountId?: number | undefined;
  delimiter?: string;
  headerLine: number;
  linesAfter: number;
}

export interface Choice {
  code: string;
  words: string;
}

interface SelectProps {
  label: string;
  value: string | undefined;
  choices: Choice[];
  take: (code: string) => void;
  /** An answer that was guessed, and is marked as long as it stands. */
  guess?: string | undefined;
}

/** A question with a few answers. */
export function Select({ label, value, choices, take, guess }: SelectProps) {
  return (
    <label className={guess !== undefined && guess === value ? styles.guessed : undefined}>
      {label}{' '}
      <select value={value ?? ''} onChange={(e) => take(e.target.value)}>
        <option value="">…</option>
        {choices.map((c) => (
          <option key={c.code} value={c.code}>
            {c.words}
          </option>
        ))}
      </select>
    </label>
  );
}

interface CountProps {
  label: string;
  value: number;
  min: number;
  max?: number;
  take: (n: number) => void;
}

export function Count({ label, value, min, max = 100, take }: CountProps) {
  return (
    <label>
      {label}{' '}
      <input
        type="number"
        min={min}
        max={max}
        value={value}
        onChange={(e) => take(Number(e.target.value))}
      />
    </label>
  );
}

interface ShapeProps {
  sample: Sample;
  shape: Shape;
  say: (part: Partial<Shape>) => void;
  children?: ReactNode;
}

/** How the rows are cut: delimiter, header, lines at the end. */
export function ShapeOptions({ sample, shape, say }: ShapeProps) {
  return (
    <>
      {sample.sheets.length === 0 && (
        <label>
          Columns are parted by{' '}
          <select
            value={sample.sample.delimiter}
            onChange={(e) => say({ delimiter: e.target.value })}
          >
            <option value=",">comma</option>
            <option value=";">semicolon</option>
            <option value={'\t'}>tab</option>
            <option value="|">upright</option>
          </select>
        </label>
      )}
      <Count
        label="The header is line"
        value={shape.headerLine}
        min={1}
        take={(headerLine) => say({ headerLine })}
      />
      <Count
        label="Lines at the end left out"
        value={shape.linesAfter}
        min={0}
        take={(linesAfter) => say({ linesAfter })}
      />
    </>
  );
}

type Written = Pick<Layout, 'dateOrder' | 'decimalMark'>;

interface WrittenProps {
  sample: Sample;
  stated: Partial<Written>;
  tell: (part: Partial<Written>) => void;
  /** What the rows show of it; a person looks at it. */
  guessed?: Partial<Written>;
}

/** How dates and amounts are written. */
export function WrittenOptions({ sample, stated, tell, guessed }: WrittenProps) {
  return (
    <>
      <Select
        label="Dates stand as"
        value={stated.dateOrder}
        guess={guessed?.dateOrder}
        choices={sample.choices.dateOrders}
        take={(code) => tell({ dateOrder: code as Written['dateOrder'] })}
      />
      <Select
        label="Before the cents stands"
        value={stated.decimalMark}
        guess={guessed?.decimalMark}
        choices={sample.choices.decimalMarks}
        take={(code) => tell({ decimalMark: code as Written['decimalMark'] })}
      />
    </>
  );
}

/** What each column holds, those that nobody named among them. */
export function columnsOf<T extends string>(sample: Sample, columns: string[]): T[] {
  return Array.from({ length: widthOf(sample) }, (_, i) => (columns[i] ?? 'NOTHING') as T);
}

export function widthOf(sample: Sample): number {
  return Math.max(...sample.sample.lines.map((l) => l.cells.length));
}

interface TableProps {
  sample: Sample;
  headerLine: number;
  /** What each column holds, by its code. */
  columns: string[];
  /** What was guessed of each, and is marked as long as it stands. */
  guessed?: string[];
  choices: Choice[];
  setColumns: (columns: string[]) => void;
  setHeader: (line: number) => void;
}

/** The first rows of the file, and above each column what it holds. */
export function SampleTable(props: TableProps) {
  const { sample, headerLine, choices } = props;
  const columns = columnsOf<string>(sample, props.columns);
  return (
    <div className={styles.sample}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>line</th>
            {columns.map((held, i) => (
              <th
                key={i}
                className={
                  held !== 'NOTHING' && props.guessed?.[i] === held ? styles.guessed : undefined
                }
              >
                <select
                  aria-label={`Column ${i + 1} holds`}
                  value={held}
                  onChange={(e) =>
                    props.setColumns(columns.map((m, k) => (k === i ? e.target.value : m)))
                  }
                >
                  {choices.map((c) => (
                    <option key={c.code} value={c.code}>
                      {c.words}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sample.sample.lines.map((l) => (
            <tr
              key={l.line}
              className={l.line === headerLine ? styles.header : undefined}
              onClick={() => props.setHeader(l.line)}
            >
              <td className={styles.soft}>{l.line}</td>
              {l.cells.map((c, i) => (
                <td key={i}>{c}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
