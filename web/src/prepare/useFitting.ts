import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/** Left free around the picture, both sides together, for the size label and the handles. */
const MARGIN = 72;

/** Fits a picture into the room there is, whole and at most at its own size. */
export function useFitting(
  width: number,
  height: number,
): [RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const room = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(0);
  useLayoutEffect(() => {
    const element = room.current;
    if (!element) return;
    const fit = () =>
      setScale(Math.min((element.clientWidth - MARGIN) / width, (element.clientHeight - MARGIN) / height, 1));
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [width, height]);
  return [room, { width: Math.max(width * scale, 0), height: Math.max(height * scale, 0) }];
}
