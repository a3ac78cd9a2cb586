import { useEffect, useRef, useState } from 'react';

/**
 * `here`: it is worked on in this tab; `elsewhere`: in another one, which goes on; `taken`: another tab has taken it over
 * from this one.
 */
export type Held = 'here' | 'elsewhere' | 'taken';

const lockOf = (evidenceId: string) => `nachweis-picture/${evidenceId}`;

/**
 * Lets one tab at a time work on a picture (W3C Web Locks). A tab that is closed or crashes lets go of it, and whoever
 * waited for it goes on. Until the browser has answered, and where it has no locks, it counts as here: nothing waits for
 * that.
 */
export function useOnlyHere(evidenceId: string): { held: Held; takeOver: () => void } {
  const [held, setHeld] = useState<Held>('here');
  const takeOver = useRef(() => {});
  useEffect(() => {
    let ended = false;
    let letGo = () => {};
    const kept = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const waiting = new AbortController();
    let mine = false;
    const hold = async (options: LockOptions) => {
      try {
        await navigator.locks?.request(lockOf(evidenceId), options, async (lock) => {
          if (ended) return;
          mine = lock !== null;
          setHeld(mine ? 'here' : 'elsewhere');
          if (mine) await kept;
          else void hold({ signal: waiting.signal });
        });
      } catch {
        // Another tab has taken it. One that only waited for it waits no more.
        if (mine && !ended) setHeld('taken');
      }
    };
    takeOver.current = () => {
      if (mine) return;
      waiting.abort();
      void hold({ steal: true });
    };
    void hold({ ifAvailable: true });
    return () => {
      ended = true;
      waiting.abort();
      letGo();
    };
  }, [evidenceId]);
  return { held, takeOver: () => takeOver.current() };
}
