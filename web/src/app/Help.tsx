import { useEffect, useRef } from 'react';
import { KEYS } from '../keyboard/keys';
import styles from './Help.module.css';

/** The keys of the page, drawn from the one table of keys. */
export function Help({ close }: { close: () => void }) {
  const self = useRef<HTMLElement>(null);
  useEffect(() => self.current?.focus(), []);
  return (
    <section
      ref={self}
      tabIndex={-1}
      aria-label="Keys"
      className={styles.help}
      onKeyDown={(e) => {
        if (e.key === 'Escape') {
          close();
        }
      }}
    >
      <dl className={styles.keys}>
        {KEYS.map((k) => (
          <div key={k.where + k.keys} className={styles.row}>
            <dt>
              <span className={styles.where}>{k.where}</span> <kbd>{k.keys}</kbd>
            </dt>
            <dd>{k.words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
