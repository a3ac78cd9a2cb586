import { type ReactNode, type Ref, useImperativeHandle, useLayoutEffect, useRef } from 'react';

/** The capture at its own resolution, drawn once; the layout scales it. */
export function Pixels({ bitmap, ref }: { bitmap: ImageBitmap; ref: Ref<HTMLCanvasElement> }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  useImperativeHandle(ref, () => canvas.current as HTMLCanvasElement, []);
  useLayoutEffect(() => {
    const target = canvas.current;
    if (!target) return;
    // Handed over, not copied: at 4K a copy costs as much again as decoding. A second run finds it handed over already.
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
