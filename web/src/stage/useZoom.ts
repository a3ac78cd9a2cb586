import type { Point, Size } from '@nachweis/core';
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { keepView, keptView } from './keptView.ts';
import { follow, type LinkedView } from './linkedView.ts';
import { clampScale, fitScale, nextScale, scrollFor, scrollToSee } from './zoom.ts';

/** What a stage shows of its picture, and how to change it. */
export interface Zoom {
  scroller: RefObject<HTMLDivElement | null>;
  surface: RefObject<HTMLDivElement | null>;
  scale: number;
  /** free room around the picture, in screen pixels */
  margin: number;
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
  /** scrolls no farther than needed for a place of the picture to be seen */
  show(at: Point): void;
  /** the size of the view is known */
  measured: boolean;
}

/** Room around the picture for what stands over its edge. */
const MARGIN = 12;
const usualMargin = () => MARGIN;
/** What is shown lies at least so far from the edge of the view, in screen pixels. */
const NEAR = 40;
/** A wheel turned by so many pixels doubles the scale. */
const WHEEL_DOUBLES = 240;

interface Anchor {
  /** place of the picture, as shares of its size */
  at: Point;
  /** place in the view that it is to lie under, in screen pixels */
  under: Point;
}

interface ZoomOptions {
  /** how far a small picture is enlarged where it is seen whole */
  enlarge: number;
  /** where other stages are moved and zoomed with it */
  linked?: LinkedView | null;
  /** free room around the picture in a room of a size, in screen pixels */
  margin?: (room: Size) => number;
  /** whether two fingers are for the view now; they are, where a tool does not need them */
  mayPinch?: () => boolean;
  /** the view goes on where the last one of this name was left: the same scale, the same place */
  keepAs?: string | undefined;
  /** called with what one looks through whenever its size changes */
  onRoom?: (room: DOMRect) => void;
}

/** Fits a picture into its room, zooms at the pointer, by wheel with Ctrl and by two fingers. */
export function useZoom(picture: Size, options: ZoomOptions): Zoom {
  const { enlarge, linked = null, margin: marginIn = usualMargin, keepAs } = options;
  const scroller = useRef<HTMLDivElement>(null);
  const surface = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Size>({ width: 0, height: 0 });
  const own = useState<number | null>(() => keptView(keepAs)?.chosen ?? null);
  /** null: fitted */
  const [chosen, setChosen] = linked ? [linked.chosen, linked.setChosen] : own;
  const anchor = useRef<Anchor | null>(null);
  const keptIn = useRef<Size | null>(null);
  /**
   * The size of the view in which it was put where it is. A scroll is told of with the next frame, when the view may
   * have another size already, for which it has not been put anywhere yet.
   */
  const settledIn = useRef<Size>({ width: 0, height: 0 });
  const margin = marginIn(room);
  const free = { width: room.width - 2 * margin, height: room.height - 2 * margin };
  const fitting = fitScale(free, picture, enlarge);
  const scale = chosen ?? fitting;
  const latest = useRef({ scale, chosen, fitting, options });
  latest.current = { scale, chosen, fitting, options };

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    // Without the bars that come and go with the zoom.
    const measure = () => {
      latest.current.options.onRoom?.(element.getBoundingClientRect());
      setRoom({ width: element.offsetWidth, height: element.offsetHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  /** Scrolls so that the place that was chosen lies where it is to lie, once the picture has its scale. */
  const settle = useCallback(() => {
    const [view, shown, wanted] = [scroller.current, surface.current, anchor.current];
    if (!view || !shown || !wanted) return;
    anchor.current = null;
    const { offsetLeft: x, offsetTop: y, offsetWidth: width, offsetHeight: height } = shown;
    const scroll = scrollFor(wanted.at, wanted.under, { x, y, width, height });
    view.scrollTo(scroll.x, scroll.y);
    settledIn.current = { width: view.clientWidth, height: view.clientHeight };
  }, []);

  const zoomTo = useCallback(
    (next: number, under?: Point, at?: Point) => {
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
      const chosenNext = clampScale(next, latest.current.fitting);
      // A scale that stays brings no new drawing that would scroll.
      if (chosenNext === latest.current.chosen) settle();
      else setChosen(chosenNext);
    },
    [setChosen, settle],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: it follows every change of the scale
  useLayoutEffect(settle, [scale, chosen]);

  // Once it has a size, and with every other one, the view is where another one of its name, or this one, was left.
  useLayoutEffect(() => {
    const view = scroller.current;
    if (!keepAs || !view || room.width === 0) return;
    const kept = keptView(keepAs);
    settledIn.current = { width: view.clientWidth, height: view.clientHeight };
    if (keptIn.current !== room && kept) {
      anchor.current = { at: kept.at, under: { x: view.clientWidth / 2, y: view.clientHeight / 2 } };
      settle();
    }
    keptIn.current = room;
    const keep = () => {
      const [box, content] = [view.getBoundingClientRect(), surface.current?.getBoundingClientRect()];
      if (chosen === null || !content) return keepView(keepAs, null);
      const { width, height } = settledIn.current;
      const at = {
        x: (box.left + width / 2 - content.left) / content.width,
        y: (box.top + height / 2 - content.top) / content.height,
      };
      keepView(keepAs, { chosen, at });
    };
    keep();
    view.addEventListener('scroll', keep);
    return () => view.removeEventListener('scroll', keep);
  }, [keepAs, chosen, room, settle]);

  const scrollers = linked?.scrollers;
  useEffect(() => {
    const element = scroller.current;
    if (element && scrollers) return follow(scrollers, element);
  }, [scrollers]);

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
    /** how far apart the fingers and how large the picture were, and what lay between them, as shares of its size */
    let pinch: { distance: number; scale: number; at: Point } | null = null;
    const onTouch = (event: TouchEvent) => {
      const [a, b] = event.touches;
      const shown = surface.current?.getBoundingClientRect();
      if (!a || !b || !shown || event.touches.length !== 2 || latest.current.options.mayPinch?.() === false) {
        pinch = null;
        return;
      }
      event.preventDefault();
      const distance = Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
      const [x, y] = [(a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2];
      if (!pinch) {
        const at = { x: (x - shown.left) / shown.width, y: (y - shown.top) / shown.height };
        pinch = { distance, scale: latest.current.scale, at };
      } else zoomTo((pinch.scale * distance) / Math.max(pinch.distance, 1), placeOf(x, y), pinch.at);
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
    margin,
    fitted: chosen === null,
    fit: () => setChosen(null),
    actual: () => zoomTo(1),
    step: (way) => zoomTo(nextScale(latest.current.scale, way)),
    pan: (dx, dy) => {
      const view = scroller.current;
      view?.scrollBy(dx * view.clientWidth, dy * view.clientHeight);
    },
    show: ({ x, y }) => {
      const [view, shown] = [scroller.current, surface.current];
      if (!view || !shown) return;
      const { scrollLeft, scrollTop, clientWidth, clientHeight } = view;
      view.scrollTo(
        scrollToSee(scrollLeft, clientWidth, shown.offsetLeft + x * scale, NEAR),
        scrollToSee(scrollTop, clientHeight, shown.offsetTop + y * scale, NEAR),
      );
    },
    measured: room.width > 0,
    goTo: ({ x, y }) =>
      zoomTo(Math.max(latest.current.scale, 1), undefined, {
        x: (x + 0.5) / picture.width,
        y: (y + 0.5) / picture.height,
      }),
  };
}
