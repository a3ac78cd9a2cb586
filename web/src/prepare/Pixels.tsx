import type { Size } from '@nachweis/core';
import { type ReactNode, useEffect, useLayoutEffect, useRef } from 'react';
import { canvasSize, drawPicture } from './drawPicture.ts';
import { endFirst } from './firstLook.ts';

/** Smooth scaling of four million pixels takes longer than decoding them: it follows once the picture is there. */
const BETTER_AFTER_MS = 250;

/**
 * The capture at the size it is shown: painting a canvas of the picture's own size at every frame would take longer
 * than decoding it once.
 */
export function Pixels({ bitmap, shown }: { bitmap: ImageBitmap; shown: Size }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = canvasSize(bitmap, shown);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a canvas of another size is empty
  useLayoutEffect(() => {
    drawPicture(canvas.current, bitmap, 'low');
    performance.mark('nachweis:picture-drawn');
    performance.mark('nachweis:framing-drawn');
    endFirst();
  }, [bitmap, width, height]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a canvas of another size is empty
  useEffect(() => {
    const timer = setTimeout(() => drawPicture(canvas.current, bitmap, 'high'), BETTER_AFTER_MS);
    return () => clearTimeout(timer);
  }, [bitmap, width, height]);
  return (
    <canvas
      ref={canvas}
      width={width}
      height={height}
      className="absolute inset-0 size-full"
      data-testid="frame-pixels"
    />
  );
}
