import type { Box } from '@nachweis/core';
import { type ReactNode, type RefObject, useMemo } from 'react';
import { Loupe } from '../stage/Loupe.tsx';

interface BenchLoupeProps {
  /** what is drawn on, as large as the picture */
  surface: RefObject<HTMLElement | null>;
  pixels: ImageBitmap | null;
  /** the part of the pixels that is seen */
  part: Box;
}

/** Enlarges what is measured: an end is put on a pixel, and a colour taken of one. */
export function BenchLoupe({ surface, pixels, part }: BenchLoupeProps): ReactNode {
  const scroller = useMemo(
    () => ({
      get current() {
        return surface.current?.closest('[data-keys=stage]') ?? null;
      },
    }),
    [surface],
  );
  return <Loupe scroller={scroller} surface={surface} pixels={pixels} part={part} frame={null} />;
}
