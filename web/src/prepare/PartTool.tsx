import {
  type Box,
  boxHolds,
  holdsBox,
  type Part,
  type Point,
  partMeant,
  type Size,
  sameBox,
  wholeBox,
} from '@nachweis/core';
import { type PointerEvent, type ReactNode, type RefObject, useState } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

export interface PartWork {
  /** the part that lights up; null where nothing was found */
  lit: Box | null;
  onPointerMove(event: PointerEvent): void;
  /** lights up what a finger taps; tapped again, what lies in it there, and after the smallest the window again */
  onTap(event: { clientX: number; clientY: number }): void;
  /** from the window again, however far in or out the last one was */
  begin(): void;
  outwards(): void;
  inwards(): void;
  /** to the next or the one before, for those who use no pointer */
  step(by: 1 | -1): void;
}

/** Lights up the window under the pointer, or what else was found there, and steps out of it and into it. */
export function usePartTool(
  parts: readonly Part[],
  stage: RefObject<HTMLDivElement | null>,
  picture: Size,
): PartWork {
  const [at, setAt] = useState<Point | null>(null);
  /** how many lie within; null for what is meant */
  const [level, setLevel] = useState<number | null>(null);
  const [picked, setPicked] = useState<number | null>(null);
  // They come from the largest to the smallest.
  const under = at ? parts.filter((box) => boxHolds(box, at)).reverse() : [];
  const depth = Math.min(level ?? partMeant(under), under.length - 1);
  const lit = picked !== null ? (parts[picked] ?? null) : (under[depth] ?? null);
  const isIn = (one: Box | null, other: Box | null) =>
    one !== null && other !== null && !sameBox(one, other) && holdsBox(other, one);
  return {
    lit,
    onTap(event) {
      if (!stage.current) return;
      const next = pixelUnder(event, stage.current, wholeBox(picture));
      const again = picked === null && at !== null && lit !== null && boxHolds(lit, next);
      setPicked(null);
      if (again) setLevel(depth > 0 ? depth - 1 : null);
      else {
        setLevel(null);
        setAt(next);
      }
    },
    onPointerMove(event) {
      if (!stage.current || event.pointerType === 'touch') return;
      const next = pixelUnder(event, stage.current, wholeBox(picture));
      setPicked(null);
      // Moving on to another part starts again with the window.
      if (lit && !boxHolds(lit, next)) setLevel(null);
      setAt(next);
    },
    begin() {
      setPicked(null);
      setLevel(null);
    },
    outwards() {
      if (picked === null) return setLevel(Math.min(depth + 1, Math.max(under.length - 1, 0)));
      const next = parts.findLastIndex((box) => isIn(lit, box));
      if (next >= 0) setPicked(next);
    },
    inwards() {
      if (picked === null) return setLevel(Math.max(depth - 1, 0));
      const next = parts.findIndex((box) => isIn(box, lit));
      if (next >= 0) setPicked(next);
    },
    step(by) {
      // Pressed before they are found: the first lights up when they are.
      if (parts.length === 0) return setPicked(0);
      const from = picked ?? (lit ? parts.indexOf(lit) : by > 0 ? -1 : 0);
      setPicked((from + by + parts.length) % parts.length);
    },
  };
}

export function LitPart({ lit, picture }: { lit: Box | null; picture: Size }): ReactNode {
  if (!lit) return null;
  const { width, height } = picture;
  return (
    <div
      data-testid="lit-part"
      data-box={`${lit.x},${lit.y},${lit.width},${lit.height}`}
      className="pointer-events-none absolute bg-verdigris/20 outline-3 outline-verdigris"
      style={{
        left: `${(lit.x / width) * 100}%`,
        top: `${(lit.y / height) * 100}%`,
        width: `${(lit.width / width) * 100}%`,
        height: `${(lit.height / height) * 100}%`,
      }}
    >
      <span className="absolute bottom-full left-0 mb-0.75 bg-card px-1.5 font-mono text-sm leading-5 whitespace-nowrap">
        {lit.width} × {lit.height}
      </span>
    </div>
  );
}
