import type { Box } from '@nachweis/core';
import { type ReactNode, type RefObject, useEffect, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

/** Pixels shown in each direction, an odd number. */
const PIXELS = 17;
/** What each of them is enlarged by; a view in this scale needs no loupe. */
export const LOUPE_TIMES = 8;
const SIDE = PIXELS * LOUPE_TIMES;
/** Distance from the pointer to the loupe: more than half of what it enlarges. */
const AWAY = 28;

type At = Pick<PointerEvent, 'clientX' | 'clientY' | 'pointerType'>;
const NOWHERE: At = { clientX: -1, clientY: -1, pointerType: 'touch' };

interface LoupeProps {
  /** what one looks through, and the picture's place in it */
  scroller: RefObject<Element | null>;
  surface: RefObject<Element | null>;
  /** null until they are there */
  pixels: ImageBitmap | null;
  /** the part of them that is the picture */
  part: Box;
  /** the frame, whose edges are seen between the pixels; null: the pixel under the pointer is marked */
  frame: Box | null;
}

/**
 * A loupe beside the pointer: the pixels around it, and the edges of the frame between them. It keeps to the side of the
 * pointer where there is room, so that it never hides what it enlarges. Works beside React, once a frame.
 */
export function Loupe({ scroller, surface, pixels, part, frame }: LoupeProps): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const latest = useRef({ frame, part });
  latest.current = { frame, part };
  const ask = useRef<() => void>(null);

  useEffect(() => {
    let at: At | null = null;
    let asked = 0;
    const draw = () => {
      asked = 0;
      const [box, view, shown] = [root.current, scroller.current, surface.current];
      if (!at || !box || !view || !shown || !pixels || pixels.width === 0) return;
      const inside = [view, shown].every((part) => holds(part.getBoundingClientRect(), at as At));
      box.style.visibility = inside ? 'visible' : 'hidden';
      if (!inside) return;
      const { x, y } = pixelUnder(at, shown, latest.current.part);
      const right = at.clientX + AWAY + SIDE < window.innerWidth;
      // A hand lies below its finger.
      const above = at.clientY - AWAY - SIDE >= 0;
      const below = at.clientY + AWAY + SIDE < window.innerHeight && !(at.pointerType === 'touch' && above);
      const left = right ? at.clientX + AWAY : at.clientX - AWAY - SIDE;
      const top = below ? at.clientY + AWAY : at.clientY - AWAY - SIDE;
      box.style.transform = `translate(${left}px, ${top}px)`;
      box.dataset.at = `${x},${y}`;
      drawPixels(canvas.current, pixels, x, y, latest.current.frame);
    };
    ask.current = () => {
      if (asked === 0) asked = requestAnimationFrame(draw);
    };
    const onMove = (event: At) => {
      at = event;
      ask.current?.();
    };
    // A finger that was lifted points nowhere any more.
    const onLift = (event: PointerEvent) => {
      if (event.pointerType === 'touch') onMove(NOWHERE);
    };
    const moves = ['pointermove', 'pointerdown'] as const;
    const lifts = ['pointerup', 'pointercancel'] as const;
    for (const type of moves) addEventListener(type, onMove);
    for (const type of lifts) addEventListener(type, onLift);
    return () => {
      for (const type of moves) removeEventListener(type, onMove);
      for (const type of lifts) removeEventListener(type, onLift);
      cancelAnimationFrame(asked);
    };
  }, [scroller, surface, pixels]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a frame that has moved is drawn anew
  useEffect(() => ask.current?.(), [frame]);

  return (
    <div
      ref={root}
      aria-hidden
      data-testid="loupe"
      className="invisible pointer-events-none fixed top-0 left-0 z-10 border-2 border-card outline outline-ink will-change-transform"
    >
      <canvas ref={canvas} width={SIDE} height={SIDE} className="block" />
    </div>
  );
}

const holds = ({ left, right, top, bottom }: DOMRect, { clientX, clientY }: At): boolean =>
  clientX >= left && clientX < right && clientY >= top && clientY < bottom;

function drawPixels(
  target: HTMLCanvasElement | null,
  source: ImageBitmap,
  x: number,
  y: number,
  framed: Box | null,
): void {
  const context = target?.getContext('2d');
  if (!context) return;
  const half = (PIXELS - 1) / 2;
  context.imageSmoothingEnabled = false;
  context.fillStyle = '#777';
  context.fillRect(0, 0, SIDE, SIDE);
  context.drawImage(source, x - half, y - half, PIXELS, PIXELS, 0, 0, SIDE, SIDE);
  const frame = framed ?? { x, y, width: 1, height: 1 };
  const inLoupe = (edge: number, at: number) => (edge - (at - half)) * LOUPE_TIMES;
  const [left, top] = [inLoupe(frame.x, x), inLoupe(frame.y, y)];
  const [width, height] = [frame.width * LOUPE_TIMES, frame.height * LOUPE_TIMES];
  // Light under dark: seen on any pixels.
  for (const [ink, thick] of [
    ['#fbf8ef', 4],
    ['#1c6660', 2],
  ] as const) {
    context.strokeStyle = ink;
    context.lineWidth = thick;
    context.strokeRect(left, top, width, height);
  }
}
