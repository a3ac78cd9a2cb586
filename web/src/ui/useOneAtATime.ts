import { useCallback, useRef } from 'react';

/**
 * Work that is done once, however often it is asked for while it is on its way: Enter pressed twice adds nobody twice.
 * @returns asks for it; does nothing while it runs
 */
export function useOneAtATime<A extends unknown[]>(
  work: (...args: A) => Promise<unknown>,
): (...args: A) => void {
  const latest = useRef(work);
  latest.current = work;
  const running = useRef(false);
  return useCallback((...args: A) => {
    if (running.current) return;
    running.current = true;
    const end = () => {
      running.current = false;
    };
    latest.current(...args).then(end, end);
  }, []);
}
