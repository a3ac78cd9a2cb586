import type { Size } from '@nachweis/core';
import { type ReactNode, useEffect, useLayoutEffect, useRef } from 'react';

/** Smooth scaling of four million pixels takes longer than decoding them: it follows once the picture is there. */
const BETTER_AFTER_MS = 250;

/**
 * The capture at the size it is shown: painting a canvas of the picture's own size at every frame would take longer
 * than decoding it once.
 */
export function Pixels({ bitmap, shown }: { bitmap: ImageBitmap; shown: Size }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = Math.max(1, Math.min(bitmap.width, Math.round(shown.width * devicePixelRatio)));
  const height = Math.max(1, Math.min(bitmap.height, Math.round(shown.height * devicePixelRatio)));
  // biome-ignore lint/correctness/useExhaustiveDependencies: a canvas of another size is empty
  useLayoutEffect(() => {
    draw(canvas.current, bitmap, 'low');
    performance.mark('nachweis:framing-drawn');
  }, [bitmap, width, height]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a canvas of another size is empty
  useEffect(() => {
    const timer = setTimeout(() => draw(canvas.current, bitmap, 'high'), BETTER_AFTER_MS);
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

function draw(canvas: HTMLCanvasElement | null, bitmap: ImageBitmap, quality: ImageSmoothingQuality): void {
  const context = canvas?.getContext('2d');
  // Closed meanwhile: the view is on its way out.
  if (!canvas || !context || bitmap.width === 0) return;
  context.imageSmoothingQuality = quality;
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
}
