import { type Point, type Size, simplifyLine, wholeBox } from '@nachweis/core';
import { type PointerEvent, type ReactNode, type RefObject, useRef, useState } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

/** How far, in pixels of the screen, a freehand line may be from what is kept of it. */
const TOLERANCE = 1.5;
/** Shorter strokes are clicks. */
const CLICK = 4;
const MOST_POINTS = 500;

interface OutlineWork {
  handlers: {
    onPointerDown(event: PointerEvent<HTMLDivElement>): void;
    onPointerMove(event: PointerEvent<HTMLDivElement>): void;
    onPointerUp(): void;
    onPointerCancel(): void;
  };
  /** lets two fingers move the view, unless one of them draws already */
  givesWay(): boolean;
  /** the stroke that is being drawn */
  stroke: readonly Point[];
}

/**
 * Draws an outline: a stroke freehand, or points by clicks. A point that is there already is moved instead. The outline
 * is always closed from the last point to the first.
 */
export function useOutlineTool(
  points: readonly Point[],
  setPoints: (points: Point[], mergeWith: string) => void,
  stage: RefObject<HTMLDivElement | null>,
  picture: Size,
): OutlineWork {
  const [stroke, setStroke] = useState<Point[]>([]);
  const drawing = useRef<Point[] | null>(null);
  const moving = useRef<{ index: number; name: string } | null>(null);
  const count = useRef(0);
  const at = (event: PointerEvent): Point | null => {
    if (!stage.current) return null;
    const { x, y } = pixelUnder(event, stage.current, wholeBox(picture));
    return { x: Math.min(Math.max(x, 0), picture.width), y: Math.min(Math.max(y, 0), picture.height) };
  };
  const perPixel = () => picture.width / Math.max(stage.current?.clientWidth ?? 1, 1);
  const isFar = (line: readonly Point[], { x, y }: Point) =>
    line.some((p) => Math.hypot(p.x - x, p.y - y) > CLICK * perPixel());
  return {
    stroke,
    givesWay() {
      const [first] = drawing.current ?? [];
      if (moving.current || (first && isFar(drawing.current ?? [], first))) return false;
      drawing.current = null;
      setStroke([]);
      return true;
    },
    handlers: {
      onPointerDown(event) {
        const from = at(event);
        if (!from || event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const index = (event.target as HTMLElement | SVGElement).dataset?.corner;
        if (index !== undefined) {
          moving.current = { index: Number(index), name: `corner ${count.current++}` };
          return;
        }
        drawing.current = [from];
        setStroke([from]);
      },
      onPointerMove(event) {
        const to = at(event);
        if (!to) return;
        if (moving.current) {
          const { index, name } = moving.current;
          setPoints(
            points.map((p, i) => (i === index ? to : p)),
            name,
          );
        } else if (drawing.current) {
          drawing.current = [...drawing.current, to];
          setStroke(drawing.current);
        }
      },
      onPointerCancel() {
        moving.current = null;
        drawing.current = null;
        setStroke([]);
      },
      onPointerUp() {
        moving.current = null;
        const drawn = drawing.current;
        drawing.current = null;
        setStroke([]);
        const [first] = drawn ?? [];
        if (!drawn || !first) return;
        const name = `stroke ${count.current++}`;
        if (!isFar(drawn, first)) setPoints([...points, first].slice(-MOST_POINTS), name);
        else setPoints(simplifyLine(drawn, TOLERANCE * perPixel()).slice(0, MOST_POINTS), name);
      },
    },
  };
}

export function OutlineOverlay({
  points,
  stroke,
  cursor,
  picture,
}: {
  points: readonly Point[];
  stroke: readonly Point[];
  /** where the next point goes that is set by keyboard */
  cursor: Point | null;
  picture: Size;
}): ReactNode {
  const { width, height } = picture;
  const line = (list: readonly Point[]) => list.map((p) => `${p.x},${p.y}`).join(' ');
  const thin = { vectorEffect: 'non-scaling-stroke' } as const;
  return (
    <>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="none"
        className="pointer-events-none absolute inset-0 size-full"
        data-testid="outline"
        data-points={line(points)}
      >
        <title>Outline</title>
        {points.length >= 3 && stroke.length < 2 && (
          <path
            fillRule="evenodd"
            d={`M0 0H${width}V${height}H0Z M${points.map((p) => `${p.x} ${p.y}`).join('L')}Z`}
            className="fill-ink/60"
          />
        )}
        <polygon points={line(points)} className="fill-none stroke-card" strokeWidth={4} {...thin} />
        <polygon points={line(points)} className="fill-none stroke-verdigris" strokeWidth={2} {...thin} />
        <polyline points={line(stroke)} className="fill-none stroke-verdigris" strokeWidth={3} {...thin} />
      </svg>
      {points.map((point, index) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: corners have no identity but their place in the outline
          key={index}
          data-corner={index}
          className="finger-room absolute size-3.5 -translate-1/2 cursor-move rounded-full border-2 border-verdigris bg-card"
          style={{ left: `${(point.x / width) * 100}%`, top: `${(point.y / height) * 100}%` }}
        />
      ))}
      {cursor && (
        <span
          aria-hidden
          className="pointer-events-none absolute size-5 -translate-1/2 border-2 border-madder"
          style={{ left: `${(cursor.x / width) * 100}%`, top: `${(cursor.y / height) * 100}%` }}
        />
      )}
    </>
  );
}
