import styles from './Key.module.css';

/** The key that does the same as the button it stands on. */
export function Key({ children }: { children: string }) {
  return (
    <kbd className={styles.key} aria-hidden>
      {children}
    </kbd>
  );
}
