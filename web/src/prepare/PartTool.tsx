import { type Box, boxHolds, type Point, type Size, sameBox, wholeBox } from '@nachweis/core';
import { type PointerEvent, type ReactNode, type RefObject, useState } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

export interface PartWork {
  /** the part that lights up; null where nothing was found */
  lit: Box | null;
  onPointerMove(event: PointerEvent): void;
  /** lights up what a finger taps; tapped again, what is around it, and after the outermost the smallest again */
  onTap(event: { clientX: number; clientY: number }): void;
  /** from the smallest again, however far out the last one was */
  begin(): void;
  outwards(): void;
  inwards(): void;
  /** to the next or the one before, for those who use no pointer */
  step(by: 1 | -1): void;
}

/** Lights up the smallest found part under the pointer, and steps out of it and back in. */
export function usePartTool(
  parts: readonly Box[],
  stage: RefObject<HTMLDivElement | null>,
  picture: Size,
): PartWork {
  const [at, setAt] = useState<Point | null>(null);
  const [level, setLevel] = useState(0);
  const [picked, setPicked] = useState<number | null>(null);
  const area = (box: Box) => box.width * box.height;
  const under = at ? parts.filter((box) => boxHolds(box, at)).sort((a, b) => area(a) - area(b)) : [];
  const lit = picked !== null ? (parts[picked] ?? null) : (under[Math.min(level, under.length - 1)] ?? null);
  const around = lit
    ? parts.filter((box) => !sameBox(box, lit) && holds(box, lit)).sort((a, b) => area(a) - area(b))
    : [];
  return {
    lit,
    onTap(event) {
      if (!stage.current) return;
      const next = pixelUnder(event, stage.current, wholeBox(picture));
      const again = picked === null && at !== null && lit !== null && boxHolds(lit, next);
      setPicked(null);
      if (again) setLevel((old) => (old + 1) % under.length);
      else {
        setLevel(0);
        setAt(next);
      }
    },
    onPointerMove(event) {
      if (!stage.current || event.pointerType === 'touch') return;
      const next = pixelUnder(event, stage.current, wholeBox(picture));
      setPicked(null);
      // Moving on to another part starts again with the smallest.
      if (lit && !boxHolds(lit, next)) setLevel(0);
      setAt(next);
    },
    begin() {
      setPicked(null);
      setLevel(0);
    },
    outwards() {
      if (picked !== null) {
        const [next] = around;
        if (next) setPicked(parts.indexOf(next));
      } else setLevel((old) => Math.min(old + 1, Math.max(under.length - 1, 0)));
    },
    inwards() {
      if (picked !== null && lit) {
        const inside = parts
          .filter((box) => !sameBox(box, lit) && holds(lit, box))
          .sort((a, b) => area(b) - area(a))[0];
        if (inside) setPicked(parts.indexOf(inside));
      } else setLevel((old) => Math.max(old - 1, 0));
    },
    step(by) {
      if (parts.length === 0) return;
      const from = picked ?? (lit ? parts.indexOf(lit) : by > 0 ? -1 : 0);
      setPicked((from + by + parts.length) % parts.length);
    },
  };
}

const holds = (a: Box, b: Box) =>
  a.x <= b.x && a.y <= b.y && a.x + a.width >= b.x + b.width && a.y + a.height >= b.y + b.height;

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
