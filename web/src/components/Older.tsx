import Button from '@mui/material/Button';
import page from './Page.module.css';

interface Props {
  list: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
  shown: number;
  of: string;
}

/** Says that a list goes on, and brings the next page of it. */
export function Older({ list, shown, of }: Props) {
  return (
    list.hasNextPage && (
      <p className={page.soft}>
        The newest {shown} {of}; there are older ones.{' '}
        <Button disabled={list.isFetchingNextPage} onClick={() => list.fetchNextPage()}>
          Show older
        </Button>
      </p>
    )
  );
}
