import {
  type Box,
  boxHolds,
  isPin,
  type Mark,
  PIN_INK,
  PIN_PAPER,
  type Point,
  placeHeads,
  type Size,
} from '@nachweis/core';
import type { ComponentProps, ReactNode } from 'react';
import { placeInFrame } from './FramedPicture.tsx';

/** Radius of a pin's head on the page, in screen pixels; it is the same in every scale. */
const RADIUS = 12;
const RING = 4.5;

/** A pin as it is drawn over a picture on the page: a ring around the place, a line, and the head beside it. */
function PinSign({ letter, head, chosen }: { letter: string; head: Point; chosen: boolean }): ReactNode {
  const far = Math.max(Math.hypot(head.x, head.y), 1);
  const line = `M${(head.x * RING) / far} ${(head.y * RING) / far}L${head.x} ${head.y}`;
  return (
    <svg
      width="1"
      height="1"
      aria-hidden
      className="pointer-events-none absolute top-0 left-0 overflow-visible"
    >
      <g fill="none" stroke={PIN_PAPER} strokeWidth="5">
        <circle r={RING} />
        <path d={line} />
        <circle cx={head.x} cy={head.y} r={RADIUS} fill={PIN_INK} />
      </g>
      {chosen && (
        <circle cx={head.x} cy={head.y} r={RADIUS + 5} fill="none" stroke="#1c6660" strokeWidth="4" />
      )}
      <g fill="none" stroke={PIN_INK} strokeWidth="2">
        <circle r={RING} />
        <path d={line} />
      </g>
      <circle cx={head.x} cy={head.y} r={RADIUS} fill={PIN_INK} />
      <text
        x={head.x}
        y={head.y}
        dy="0.36em"
        textAnchor="middle"
        fill={PIN_PAPER}
        fontWeight="700"
        fontSize="15"
        fontFamily="var(--font-mono)"
      >
        {letter}
      </text>
    </svg>
  );
}

interface PinLayerProps {
  marks: readonly Mark[];
  frame: Box;
  /** how large the frame is on the page, in screen pixels; about, where layout decides */
  shown: Size;
  chosen?: string | null;
  /** what a pin answers to, where pins are moved */
  handlers?: (letter: string) => ComponentProps<'span'>;
}

/** All pins of a picture that lie in its frame. */
export function PinLayer({ marks, frame, shown, chosen = null, handlers }: PinLayerProps): ReactNode {
  const pins = marks.filter(isPin).filter((pin) => boxHolds(frame, pin));
  const scale = shown.width / frame.width;
  const spots = pins.map((pin) => ({
    x: (pin.x + 0.5 - frame.x) * scale,
    y: (pin.y + 0.5 - frame.y) * scale,
  }));
  const heads = placeHeads(spots, { width: shown.width, height: frame.height * scale }, RADIUS);
  return pins.map((pin, i) => {
    const [spot, head] = [spots[i] as Point, heads[i] as Point];
    const away = { x: head.x - spot.x, y: head.y - spot.y };
    return (
      <span
        key={pin.letter}
        className={`absolute ${handlers ? 'cursor-move touch-none' : 'pointer-events-none'}`}
        style={placeInFrame(pin, frame)}
        data-pin={pin.letter}
        {...handlers?.(pin.letter)}
      >
        {handlers && (
          <>
            <span className="absolute -top-2.5 -left-2.5 size-5 rounded-full" />
            <span className="absolute size-7 rounded-full" style={{ left: away.x - 14, top: away.y - 14 }} />
          </>
        )}
        <PinSign letter={pin.letter} head={away} chosen={pin.letter === chosen} />
      </span>
    );
  });
}
