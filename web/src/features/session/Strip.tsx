import type { ReactNode } from 'react';
import styles from './SignIn.module.css';

/** The strip of paper on which people come in. */
export function Strip({ children }: { children: ReactNode }) {
  return (
    <div className={styles.page}>
      <div className={styles.strip}>
        <h1 className={styles.name}>
          sumbrel<span className={styles.dot}>.</span>
        </h1>
        {children}
      </div>
    </div>
  );
}
