import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, unwrap } from '../api/client';

const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: () => unwrap(client.GET('/api/settings')),
  staleTime: Infinity,
});

let keeping: Promise<unknown> = Promise.resolve();

/** What this person chose for a screen, on every machine; kept as soon as it is changed. */
export function useSetting<T>(name: string, otherwise: T): [T, (setting: T) => void] {
  const queries = useQueryClient();
  const { data } = useQuery(settingsQuery);
  /** What was just chosen here: it shows at once, before anything else tells of it. */
  const [chosen, setChosen] = useState<string>();
  const kept = chosen ?? data?.[name];
  const keep = (setting: T) => {
    const written = JSON.stringify(setting);
    setChosen(written);
    queries.setQueryData(settingsQuery.queryKey, (before) => ({ ...before, [name]: written }));
    // one after the other: two at once would be at work on the same
    keeping = keeping
      .then(() =>
        unwrap(
          client.PUT('/api/settings/{name}', {
            params: { path: { name } },
            body: { setting: written },
            // what was chosen just before the page is left is kept too
            keepalive: true,
          }),
        ),
      )
      .catch(() => queries.invalidateQueries({ queryKey: settingsQuery.queryKey }));
  };
  return [kept === undefined ? otherwise : (JSON.parse(kept) as T), keep];
}
