import type { Point, Size } from '@nachweis/core';
import { type PointerEvent, type RefObject, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

/** Farther than this a press is a stroke, in screen pixels. */
const STROKE = 4;

/** What is told of a stroke while it goes on: the pixels it began and is at, both in the picture. */
export type OnDraw = (from: Point, to: Point) => void;

/**
 * Drawing over a picture by mouse, pen or finger, where a page asks for it; a second finger is left to the view.
 * @returns handlers for the surface, and whether the press that has just ended was a stroke
 */
export function useDrawing(
  surface: RefObject<HTMLElement | null>,
  picture: Size,
  onDraw: OnDraw | undefined,
) {
  const from = useRef<{ x: number; y: number; at: Point; pointer: number; drawn: boolean } | null>(null);
  const placeOf = (event: PointerEvent): Point => {
    const frame = { x: 0, y: 0, ...picture };
    const at = surface.current ? pixelUnder(event, surface.current, frame) : { x: 0, y: 0 };
    const clamp = (value: number, most: number) => Math.min(Math.max(value, 0), most - 1);
    return { x: clamp(at.x, picture.width), y: clamp(at.y, picture.height) };
  };
  return {
    wasStroke: () => {
      const was = from.current?.drawn ?? false;
      from.current = null;
      return was;
    },
    handlers: onDraw
      ? {
          onPointerDown: (event: PointerEvent) => {
            if (event.button !== 0 || !event.isPrimary) return;
            event.stopPropagation();
            const { clientX: x, clientY: y, pointerId: pointer } = event;
            from.current = { x, y, at: placeOf(event), pointer, drawn: false };
          },
          onPointerMove: (event: PointerEvent) => {
            const begun = from.current;
            if (!begun || begun.pointer !== event.pointerId || event.buttons === 0) return;
            if (!begun.drawn && Math.hypot(event.clientX - begun.x, event.clientY - begun.y) <= STROKE)
              return;
            if (!begun.drawn) surface.current?.setPointerCapture(event.pointerId);
            begun.drawn = true;
            onDraw(begun.at, placeOf(event));
          },
        }
      : {},
  };
}
