import { type ReactNode, useDeferredValue, useRef } from 'react';

/**
 * A part that comes a moment after the rest of the page when what the page is about has become another thing: what one
 * looks at first does not wait for what stands around it. Until then the part is the one before, as it was, and what is
 * done in it is done to the thing before; every other change is drawn at once.
 *
 * @param of the thing's id @param drawn the part as it is for that thing
 * @param atOnce something in it was asked for, and what is typed next is meant for it
 */
export function useAfterwards(of: string, drawn: ReactNode, atOnce = false): ReactNode {
  const settled = useDeferredValue(of);
  const shown = useRef(drawn);
  if (settled === of || atOnce) shown.current = drawn;
  return shown.current;
}
