import { useState } from 'react';

/**
 * State of one thing in a part that stays on the page when the thing is another one: it then begins anew, also when one
 * comes back, and already while this is drawn, so that nothing of the one before is seen.
 *
 * @param of the thing's id @param begin the state with which it begins
 * @returns the state, and what changes it: a change of a thing that is no longer there is dropped
 */
export function useStateOf<T>(of: string, begin: () => T): [T, (change: (old: T) => T) => void] {
  const [kept, setKept] = useState(() => ({ of, state: begin() }));
  let { state } = kept;
  if (kept.of !== of) {
    state = begin();
    setKept({ of, state });
  }
  return [state, (change) => setKept((old) => (old.of === of ? { of, state: change(old.state) } : old))];
}
