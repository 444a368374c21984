import { type ComponentProps, useId } from 'react';
import styles from './Field.module.css';

interface Props extends Omit<ComponentProps<'input'>, 'onChange'> {
  label: string;
  value: string;
  change: (value: string) => void;
  /** Whether it takes the focus when it appears. */
  first?: boolean;
}

/** A labelled field for one answer. */
export function Field({ label, value, change, first = false, ...rest }: Props) {
  const id = useId();
  return (
    <div className={styles.field}>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        value={value}
        autoFocus={first}
        onChange={(e) => change(e.target.value)}
        {...rest}
      />
    </div>
  );
}
