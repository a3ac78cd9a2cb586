import { type Size, wholeBox } from '@nachweis/core';
import { type ReactNode, type RefObject, useEffect, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

/** Pixels shown in each direction, an odd number, each enlarged eight times. */
const PIXELS = 17;
const TIMES = 8;
const SIDE = PIXELS * TIMES;
/** Distance from the pointer to the loupe: more than half of what it enlarges. */
const AWAY = 28;

type At = Pick<PointerEvent, 'clientX' | 'clientY' | 'pointerType'>;
const NOWHERE: At = { clientX: -1, clientY: -1, pointerType: 'touch' };

interface LoupeProps {
  stage: RefObject<HTMLDivElement | null>;
  /** all of the picture's pixels; null until they are there */
  pixels: ImageBitmap | null;
  picture: Size;
}

/**
 * A loupe beside the pointer: the pixels around it with their grid, its position and colour. It keeps to the side of
 * the pointer where there is room, so that it never hides what it enlarges. Works beside React, once a frame.
 */
export function Loupe({ stage, pixels, picture }: LoupeProps): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const words = useRef<HTMLDivElement>(null);
  const across = useRef<HTMLDivElement>(null);
  const down = useRef<HTMLDivElement>(null);

  useEffect(() => {
    const surface = stage.current;
    if (!surface) return;
    let at: At | null = null;
    let asked = 0;
    const draw = () => {
      asked = 0;
      const [box, shown, source] = [root.current, surface.getBoundingClientRect(), pixels];
      if (!at || !box || !source || source.width === 0) return;
      const inside =
        at.clientX >= shown.left &&
        at.clientX < shown.right &&
        at.clientY >= shown.top &&
        at.clientY < shown.bottom;
      for (const part of [box, across.current, down.current])
        if (part) part.style.visibility = inside ? 'visible' : 'hidden';
      if (!inside) return;
      const { x, y } = pixelUnder(at, surface, wholeBox(picture));
      const right = at.clientX + AWAY + SIDE < window.innerWidth;
      // A hand lies below its finger.
      const above = at.clientY - AWAY - SIDE - 40 >= 0;
      const below =
        at.clientY + AWAY + SIDE + 40 < window.innerHeight && !(at.pointerType === 'touch' && above);
      const left = right ? at.clientX + AWAY : at.clientX - AWAY - SIDE;
      const top = below ? at.clientY + AWAY : at.clientY - AWAY - SIDE - 40;
      box.style.transform = `translate(${left}px, ${top}px)`;
      if (across.current) across.current.style.transform = `translateY(${at.clientY - shown.top}px)`;
      if (down.current) down.current.style.transform = `translateX(${at.clientX - shown.left}px)`;
      drawPixels(canvas.current, words.current, source, x, y);
    };
    const onMove = (event: At) => {
      at = event;
      if (asked === 0) asked = requestAnimationFrame(draw);
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
  }, [stage, pixels, picture]);

  return (
    <>
      <div aria-hidden className="pointer-events-none absolute inset-0 overflow-hidden">
        <div
          ref={across}
          className="invisible absolute inset-x-0 top-0 h-0.5 border-t border-card bg-ink will-change-transform"
        />
        <div
          ref={down}
          className="invisible absolute inset-y-0 left-0 w-0.5 border-l border-card bg-ink will-change-transform"
        />
      </div>
      <div
        ref={root}
        aria-hidden
        data-testid="loupe"
        className="invisible pointer-events-none fixed top-0 left-0 z-10 border border-ink bg-card will-change-transform"
        style={{ width: SIDE + 2 }}
      >
        <canvas ref={canvas} width={SIDE} height={SIDE} className="block" />
        <div ref={words} className="px-1 font-mono text-xs leading-5 whitespace-pre" />
      </div>
    </>
  );
}

function drawPixels(
  target: HTMLCanvasElement | null,
  words: HTMLElement | null,
  source: ImageBitmap,
  x: number,
  y: number,
): void {
  const context = target?.getContext('2d', { willReadFrequently: true });
  if (!context || !words) return;
  const half = (PIXELS - 1) / 2;
  context.imageSmoothingEnabled = false;
  context.fillStyle = '#777';
  context.fillRect(0, 0, SIDE, SIDE);
  context.drawImage(source, x - half, y - half, PIXELS, PIXELS, 0, 0, SIDE, SIDE);
  const [r = 0, g = 0, b = 0] = context.getImageData(half * TIMES + 4, half * TIMES + 4, 1, 1).data;
  context.strokeStyle = 'rgba(120,120,120,0.35)';
  context.beginPath();
  for (let i = 1; i < PIXELS; i++) {
    context.moveTo(i * TIMES + 0.5, 0);
    context.lineTo(i * TIMES + 0.5, SIDE);
    context.moveTo(0, i * TIMES + 0.5);
    context.lineTo(SIDE, i * TIMES + 0.5);
  }
  context.stroke();
  context.strokeStyle = '#1c6660';
  context.lineWidth = 2;
  context.strokeRect(half * TIMES, half * TIMES, TIMES, TIMES);
  context.lineWidth = 1;
  const hex = [r, g, b].map((level) => level.toString(16).padStart(2, '0')).join('');
  words.textContent = `${x}, ${y}\n#${hex}`;
}
