import styles from './Choice.module.css';

interface Props<T extends string> {
  label: string;
  value: T | '';
  options: { value: T; words: string }[];
  change: (value: T) => void;
  /** What stands there while nothing is chosen. */
  otherwise?: string;
  disabled?: boolean;
}

/** One of several, with its label above it. */
export function Choice<T extends string>(props: Props<T>) {
  const { label, value, options, change, otherwise, disabled = false } = props;
  return (
    <label className={styles.choice}>
      {label}
      <select
        aria-label={label}
        value={value}
        disabled={disabled}
        onChange={(e) => change(e.target.value as T)}
      >
        {otherwise !== undefined && <option value="">{otherwise}</option>}
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.words}
          </option>
        ))}
      </select>
    </label>
  );
}
