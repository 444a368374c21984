import { words } from '../money/money';
import styles from './Amount.module.css';

interface Props {
  minor: number;
  currency: string;
  /** How it stands on the page: a total, or settled and chosen. */
  look?: 'plain' | 'bold' | 'soft';
}

/** An amount in figures that line up; below zero it is red and carries a true minus sign. */
export function Amount({ minor, currency, look = 'plain' }: Props) {
  return (
    <span className={`figures ${styles[look]} ${minor < 0 ? styles.negative : ''}`}>
      {words(minor, currency)}
    </span>
  );
}
