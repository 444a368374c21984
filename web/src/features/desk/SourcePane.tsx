import type { ReactNode } from 'react';
import type { Money } from './deskApi';
import styles from './Work.module.css';

type Way = Money['ways'][number];

/** What the bank sent, with the parts that were understood marked in place, and the reasons. */
export function SourcePane({ money, way }: { money: Money; way: Way | undefined }) {
  return (
    <section
      className={styles.source}
      data-zone="source"
      tabIndex={0}
      aria-label="What the bank sent"
    >
      <h3 className={styles.heading}>
        What the bank sent <span className={styles.soft}>{money.bankReference}</span>
      </h3>
      <pre className={styles.sent}>{marked(money.text, way)}</pre>
      <ul className={styles.reasons}>
        {way?.evidence.map((e) => (
          <li key={e.words}>
            <span className={e.side === 'FOR' ? styles.for : styles.against} aria-hidden>
              {e.side === 'FOR' ? '✓' : '–'}
            </span>
            <span className="unseen">{e.side === 'FOR' ? 'for: ' : 'against: '}</span>
            {e.words}
          </li>
        ))}
      </ul>
    </section>
  );
}

function marked(text: string, way: Way | undefined): ReactNode[] {
  const parts: ReactNode[] = [];
  let from = 0;
  const spans = (way?.evidence ?? [])
    .flatMap((e) =>
      e.start === undefined || e.end === undefined ? [] : [{ ...e, start: e.start, end: e.end }],
    )
    .sort((a, b) => a.start - b.start);
  for (const span of spans) {
    if (span.start >= from) {
      parts.push(text.slice(from, span.start));
      parts.push(
        <mark key={span.start} title={span.words} className={styles.mark}>
          {text.slice(span.start, span.end)}
        </mark>,
      );
      from = span.end;
    }
  }
  parts.push(text.slice(from));
  return parts;
}
