import { useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { callApi } from '../api/callApi.ts';
import { useConnection } from '../api/connection.ts';

/** Between these the server is asked again whether it is back; not all pages of a room at once. */
const [SOONEST_MS, LATEST_MS] = [3_000, 8_000];

/** While there is no connection the server is asked for; once it is back, everything on the page is read again. */
export function useReconnect(): void {
  const { reached } = useConnection();
  const { mutate } = useSWRConfig();
  useEffect(() => {
    if (reached) return;
    let timer: ReturnType<typeof setTimeout>;
    let ended = false;
    const ask = () => {
      if (ended) return;
      timer = setTimeout(
        // An answer says by itself that the server is reached.
        () => void callApi('health', {}).catch(ask),
        SOONEST_MS + Math.random() * (LATEST_MS - SOONEST_MS),
      );
    };
    ask();
    return () => {
      ended = true;
      clearTimeout(timer);
      void mutate(() => true);
    };
  }, [reached, mutate]);
}
