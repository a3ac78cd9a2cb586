import { type ReactNode, useLayoutEffect, useRef } from 'react';

/** The capture as it is shown, drawn once; the layout scales it. */
export function Pixels({ bitmap }: { bitmap: ImageBitmap }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const target = canvas.current;
    if (!target) return;
    // Handed over, not copied. A second run finds it handed over already.
    if (bitmap.width > 0) {
      const renderer = target.getContext('bitmaprenderer');
      target.width = bitmap.width;
      target.height = bitmap.height;
      renderer?.transferFromImageBitmap(bitmap);
    }
    performance.mark('nachweis:framing-drawn');
  }, [bitmap]);
  return <canvas ref={canvas} className="absolute inset-0 size-full" data-testid="frame-pixels" />;
}
