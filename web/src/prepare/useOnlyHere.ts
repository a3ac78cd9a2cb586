import { useEffect, useRef, useState } from 'react';

/**
 * `here`: it is worked on in this tab; `elsewhere`: in another one, which goes on; `taken`: another tab has taken it over
 * from this one.
 */
export type Held = 'here' | 'elsewhere' | 'taken';

const lockOf = (evidenceId: string) => `nachweis-picture/${evidenceId}`;

/**
 * Lets one tab at a time work on a picture (W3C Web Locks). A tab that is closed or crashes lets go of it. Until the
 * browser has answered, and where it has no locks, it counts as here: nothing waits for that.
 */
export function useOnlyHere(evidenceId: string): { held: Held; takeOver: () => void } {
  const [held, setHeld] = useState<Held>('here');
  const hold = useRef((_options: LockOptions) => {});
  useEffect(() => {
    let ended = false;
    let letGo = () => {};
    const kept = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    hold.current = (options) => {
      void navigator.locks
        ?.request(lockOf(evidenceId), options, async (lock) => {
          if (ended) return;
          setHeld(lock ? 'here' : 'elsewhere');
          if (lock) await kept;
        })
        // Another tab has taken it.
        .catch(() => !ended && setHeld('taken'));
    };
    hold.current({ ifAvailable: true });
    return () => {
      ended = true;
      letGo();
    };
  }, [evidenceId]);
  return { held, takeOver: () => hold.current({ steal: true }) };
}
