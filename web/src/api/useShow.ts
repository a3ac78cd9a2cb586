import { useCallback } from 'react';
import { useSWRConfig } from 'swr';

/**
 * Changes what is shown of an address, without asking the server. What is on its way to the page is given up by that;
 * where nothing is there yet it is asked for again.
 */
export function useShow() {
  const { mutate, cache } = useSWRConfig();
  return useCallback(
    <T>(key: string, change: (shown: T) => T): Promise<unknown> =>
      cache.get(key)?.data === undefined
        ? mutate(key)
        : mutate<T>(key, (shown) => shown && change(shown), { revalidate: false }),
    [mutate, cache],
  );
}
