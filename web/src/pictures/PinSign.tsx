import { type Box, boxHolds, type Mark, PIN_INK, PIN_PAPER } from '@nachweis/core';
import type { ReactNode } from 'react';
import { placeInFrame } from './FramedPicture.tsx';

/** A pin as it is drawn over a picture on the page: its tip is at the place. */
export function PinSign({
  letter,
  chosen = false,
  below = false,
}: {
  letter: string;
  chosen?: boolean;
  below?: boolean;
}): ReactNode {
  return (
    <svg
      width="26"
      height="36"
      viewBox="0 0 26 36"
      aria-hidden
      className={`pointer-events-none absolute overflow-visible ${below ? 'top-0' : 'bottom-0'}`}
      style={{ left: -13, transform: below ? 'scaleY(-1)' : undefined }}
    >
      {chosen && <circle cx="13" cy="13" r="16" fill="none" stroke="#1c6660" strokeWidth="4" />}
      <path d="M13 36 6.5 20h13z" fill={PIN_INK} stroke={PIN_PAPER} strokeWidth="3" paintOrder="stroke" />
      <circle
        cx="13"
        cy="13"
        r="11.5"
        fill={PIN_INK}
        stroke={PIN_PAPER}
        strokeWidth="2.5"
        paintOrder="stroke"
      />
      <path d="M13 36 6.5 20h13z" fill={PIN_INK} />
      <text
        x="13"
        y="13"
        dy="0.36em"
        textAnchor="middle"
        fill={PIN_PAPER}
        fontWeight="700"
        fontSize="15"
        fontFamily="var(--font-mono)"
        transform={below ? 'translate(0 26) scale(1 -1)' : undefined}
      >
        {letter}
      </text>
    </svg>
  );
}

/** All pins of a picture that lie in its frame. */
export function PinLayer({ marks, frame }: { marks: readonly Mark[]; frame: Box }): ReactNode {
  return marks
    .filter((mark) => boxHolds(frame, mark))
    .map((mark) => (
      <span key={mark.letter} className="absolute" style={placeInFrame(mark, frame)} data-pin={mark.letter}>
        <PinSign letter={mark.letter} below={mark.y - frame.y < frame.height * 0.08} />
      </span>
    ));
}
