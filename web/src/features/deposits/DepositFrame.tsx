import { useQueryClient } from '@tanstack/react-query';
import type { KeyboardEvent, ReactNode } from 'react';
import { PostPreview } from '../desk';
import styles from './Deposits.module.css';

interface Props {
  /** What its members and the whole are called. */
  names: { members: string; whole: string; back: string };
  onKeyDown: (event: KeyboardEvent) => void;
  middle: ReactNode;
  aside: ReactNode;
  /**
   * Sums that are looked at before they are posted together, as they were when it was begun: what is
   * posted leaves the pile while its outcome is shown.
   */
  together: number[] | undefined;
  close: () => void;
}

/** The two columns of a deposit, or what of it is to be posted together. */
export function DepositFrame({ names, onKeyDown, middle, aside, together, close }: Props) {
  const queries = useQueryClient();
  if (together) {
    return (
      <div className={styles.wide}>
        <PostPreview
          what={{ kind: 'ticked', ids: together }}
          back={names.back}
          close={() => {
            close();
            void queries.invalidateQueries({ queryKey: ['deposits'] });
          }}
        />
      </div>
    );
  }
  return (
    <>
      <div
        className={styles.middle}
        data-zone="members"
        tabIndex={0}
        aria-label={names.members}
        onKeyDown={onKeyDown}
      >
        {middle}
      </div>
      <aside
        className={styles.right}
        data-zone="strip"
        tabIndex={0}
        aria-label={names.whole}
        onKeyDown={onKeyDown}
      >
        {aside}
      </aside>
    </>
  );
}
