import type { Box } from '@nachweis/core';
import { useEffect, useRef } from 'react';
import type { FramingWork } from './useFraming.ts';

/**
 * Frames the first of several displays once they are found, where one display is meant and nothing has been framed yet.
 * It proposes once: whoever goes back to all of them is not contradicted.
 */
export function useProposedDisplay(
  wanted: boolean,
  [display, second]: readonly Box[],
  { framing, setBox }: FramingWork,
): void {
  const proposed = useRef(!wanted);
  useEffect(() => {
    if (!display || proposed.current) return;
    proposed.current = true;
    if (second && framing.kind === 'whole') setBox(display, 'display');
  }, [display, second, framing, setBox]);
}
