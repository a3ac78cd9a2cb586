import type { Point, Size } from '@nachweis/core';
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { clampScale, fitScale, nextScale, scrollFor } from './zoom.ts';

/** What a stage shows of its picture, and how to change it. */
export interface Zoom {
  scroller: RefObject<HTMLDivElement | null>;
  surface: RefObject<HTMLDivElement | null>;
  scale: number;
  /** the picture is seen whole, whatever the room */
  fitted: boolean;
  fit(): void;
  /** one screen pixel for each pixel of the picture */
  actual(): void;
  step(way: 1 | -1): void;
  /** by so many parts of the view */
  pan(dx: number, dy: number): void;
  /** brings a place of the picture into the middle, large enough to be read */
  goTo(at: Point): void;
}

/** Room around the picture for what stands over its edge. */
export const MARGIN = 12;
/** A wheel turned by so many pixels doubles the scale. */
const WHEEL_DOUBLES = 240;

interface Anchor {
  /** place of the picture, as shares of its size */
  at: Point;
  /** place in the view that it is to lie under, in screen pixels */
  under: Point;
}

/** Fits a picture into its room, zooms at the pointer, by wheel with Ctrl and by two fingers. */
export function useZoom(picture: Size, enlarge: number): Zoom {
  const scroller = useRef<HTMLDivElement>(null);
  const surface = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Size>({ width: 0, height: 0 });
  /** null: fitted */
  const [chosen, setChosen] = useState<number | null>(null);
  const anchor = useRef<Anchor | null>(null);
  const fitting = fitScale(room, picture, enlarge);
  const scale = chosen ?? fitting;
  const latest = useRef({ scale, fitting });
  latest.current = { scale, fitting };

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    // Without the bars that come and go with the zoom.
    const measure = () =>
      setRoom({ width: element.offsetWidth - 2 * MARGIN, height: element.offsetHeight - 2 * MARGIN });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const zoomTo = useCallback((next: number, under?: Point, at?: Point) => {
    const [view, shown] = [scroller.current, surface.current];
    if (!view || !shown) return;
    const [box, content] = [view.getBoundingClientRect(), shown.getBoundingClientRect()];
    const place = under ?? { x: view.clientWidth / 2, y: view.clientHeight / 2 };
    anchor.current = {
      under: place,
      at: at ?? {
        x: (box.left + place.x - content.left) / content.width,
        y: (box.top + place.y - content.top) / content.height,
      },
    };
    setChosen(clampScale(next, latest.current.fitting));
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: it follows every change of the scale
  useLayoutEffect(() => {
    const [view, shown, wanted] = [scroller.current, surface.current, anchor.current];
    if (!view || !shown || !wanted) return;
    anchor.current = null;
    const { offsetLeft: x, offsetTop: y, offsetWidth: width, offsetHeight: height } = shown;
    const scroll = scrollFor(wanted.at, wanted.under, { x, y, width, height });
    view.scrollTo(scroll.x, scroll.y);
  }, [scale, chosen]);

  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const placeOf = (x: number, y: number): Point => {
      const { left, top } = element.getBoundingClientRect();
      return { x: x - left, y: y - top };
    };
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1;
      const by = 2 ** (-(event.deltaY * lines) / WHEEL_DOUBLES);
      zoomTo(latest.current.scale * by, placeOf(event.clientX, event.clientY));
    };
    let pinch: { distance: number; scale: number } | null = null;
    const spread = ([a, b]: [Touch, Touch]) => Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
    const onTouch = (event: TouchEvent) => {
      const [a, b] = event.touches;
      if (!a || !b || event.touches.length !== 2) {
        pinch = null;
        return;
      }
      event.preventDefault();
      if (!pinch) pinch = { distance: spread([a, b]), scale: latest.current.scale };
      else
        zoomTo(
          (pinch.scale * spread([a, b])) / Math.max(pinch.distance, 1),
          placeOf((a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2),
        );
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    for (const kind of ['touchstart', 'touchmove', 'touchend', 'touchcancel'] as const)
      element.addEventListener(kind, onTouch, { passive: false });
    return () => {
      element.removeEventListener('wheel', onWheel);
      for (const kind of ['touchstart', 'touchmove', 'touchend', 'touchcancel'] as const)
        element.removeEventListener(kind, onTouch);
    };
  }, [zoomTo]);

  return {
    scroller,
    surface,
    scale,
    fitted: chosen === null,
    fit: () => setChosen(null),
    actual: () => zoomTo(1),
    step: (way) => zoomTo(nextScale(latest.current.scale, way)),
    pan: (dx, dy) => {
      const view = scroller.current;
      view?.scrollBy(dx * view.clientWidth, dy * view.clientHeight);
    },
    goTo: ({ x, y }) =>
      zoomTo(Math.max(latest.current.scale, 1), undefined, {
        x: (x + 0.5) / picture.width,
        y: (y + 0.5) / picture.height,
      }),
  };
}
