import { type RefObject, useLayoutEffect, useRef, useState } from 'react';
import { rememberRoom } from './firstLook.ts';
import { fittingScale } from './fitting.ts';

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
    const fit = () => {
      const box = element.getBoundingClientRect();
      rememberRoom(box);
      setScale(fittingScale(box, { width, height }));
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [width, height]);
  return [room, { width: width * scale, height: height * scale }];
}
