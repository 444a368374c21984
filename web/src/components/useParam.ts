import { useSearchParams } from 'react-router';

/**
 * One word of the address, and how it is changed; an empty one is left out.
 *
 * @param isPlace whether each change is a place to which *back* leads
 */
export function useParam(name: string, isPlace = false): [string, (value: string) => void] {
  const [search, setSearch] = useSearchParams();
  const change = (value: string) => {
    // the address itself: what was rendered may be older than another change
    const next = new URLSearchParams(window.location.search);
    if (value) {
      next.set(name, value);
    } else {
      next.delete(name);
    }
    // at once: a letter typed or a choice made next would otherwise go by what stood before
    setSearch(next, { replace: !isPlace, flushSync: true });
  };
  return [search.get(name) ?? '', change];
}
