import { useQuery, type UseQueryOptions } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Loading, Sentence } from './States';

/** A list that is read, or the sentence that says why not. */
export function Read<T>({
  query,
  children,
}: {
  query: UseQueryOptions<T, Error, T, string[]>;
  children: (data: T) => ReactNode;
}) {
  const read = useQuery(query);
  if (read.isPending) {
    return <Loading />;
  }
  if (read.isError) {
    return <Sentence error={read.error} retry={() => void read.refetch()} />;
  }
  return children(read.data);
}
