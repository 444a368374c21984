import { useSearchParams } from 'react-router';

/**
 * One word of the address, and how it is changed; an empty one is left out.
 *
 * @param isPlace whether each change is a place to which *back* leads
 */
export function useParam(name: string, isPlace = false): [string, (value: string) => void] {
  const [search, setSearch] = useSearchParams();
  const change = (value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) {
          next.set(name, value);
        } else {
          next.delete(name);
        }
        return next;
      },
      { replace: !isPlace },
    );
  return [search.get(name) ?? '', change];
}
