import { useEffect, useRef, useState } from 'react';
import { KEYS, setSingleKeys, singleKeysAct } from '../keyboard/keys';
import styles from './Help.module.css';

/** The keys of the page, drawn from the one table of keys; gives the focus back where it was. */
export function Help({ close }: { close: () => void }) {
  const self = useRef<HTMLElement>(null);
  const [single, setSingle] = useState(singleKeysAct);
  useEffect(() => {
    const before = document.activeElement;
    self.current?.focus();
    return () => {
      if (before instanceof HTMLElement) {
        before.focus();
      }
    };
  }, []);
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
      <label>
        <input
          type="checkbox"
          checked={single}
          onChange={(e) => {
            setSingleKeys(e.target.checked);
            setSingle(e.target.checked);
          }}
        />{' '}
        Single keys act everywhere on the page: <kbd>/</kbd> <kbd>?</kbd> <kbd>G</kbd>
      </label>
    </section>
  );
}
