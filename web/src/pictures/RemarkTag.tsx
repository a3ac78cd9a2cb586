import type { Remark, RemarkShape } from '@nachweis/contract';
import type { Box } from '@nachweis/core';
import type { ReactNode } from 'react';
import { placeInFrame } from './FramedPicture.tsx';
import { RemarkSignShape, SIGN_WORDS } from './RemarkSignShape.tsx';

interface RemarkTagProps {
  remark: Pick<Remark, 'shape' | 'x' | 'y' | 'width' | 'height' | 'sign' | 'text' | 'picture' | 'settled'>;
  number: number;
  frame: Box;
  chosen: boolean;
  onChoose: () => void;
}

/** What a remark says, in one line. */
export const remarkLine = ({ sign, text, picture }: Pick<Remark, 'sign' | 'text' | 'picture'>): string =>
  [sign && SIGN_WORDS[sign], text || (picture && 'a picture')].filter(Boolean).join(': ');

/**
 * A remark's place in a picture: a numbered slip of paper, its upper left corner at the place; of a box or a ring the
 * line around it too. One that is settled has a lighter slip.
 */
export function RemarkTag({ remark, number, frame, chosen, onChoose }: RemarkTagProps): ReactNode {
  const looks = chosen
    ? 'border-card bg-verdigris text-card outline-3 outline-verdigris'
    : remark.settled
      ? 'border-faded border-dashed bg-card text-faded'
      : 'border-ink bg-card text-ink';
  return (
    <>
      <RemarkEdge place={remark} frame={frame} chosen={chosen} />
      <button
        type="button"
        data-remark={number}
        onPointerDown={(event) => event.stopPropagation()}
        onClick={(event) => {
          event.stopPropagation();
          onChoose();
        }}
        aria-label={`Remark ${number}: ${remarkLine(remark).slice(0, 120)}`}
        className={`absolute flex h-7 min-w-7 items-center justify-center gap-1 rounded-tr-md rounded-b-md border-2 px-1 font-mono text-sm font-bold ${looks}`}
        style={slipPlace(remark, frame)}
      >
        {number}
        {remark.sign && <RemarkSignShape sign={remark.sign} plain={chosen} />}
      </button>
    </>
  );
}

/** Nearer to the upper edge than this share of the height, a slip has no room above its box. */
const ROOM = 0.08;

/** Where the slip of a remark lies: at its place; over a box or a ring, so that it hides nothing of what is meant. */
export function slipPlace({ shape, x, y }: Pick<Remark, 'shape' | 'x' | 'y'>, frame: Box) {
  const place = placeInFrame({ x: x ?? 0, y: y ?? 0 }, frame);
  const above = shape !== 'point' && ((y ?? 0) - frame.y) / frame.height > ROOM;
  return above ? { ...place, transform: 'translateY(-100%)' } : place;
}

/** The line around a box or a ring; nothing for a point. Light inside dark, so that it is seen on any ground. */
export function RemarkEdge({
  place: { shape, x, y, width, height },
  frame,
  chosen,
  testId,
}: {
  place: Pick<Remark, 'x' | 'y' | 'width' | 'height'> & { shape: RemarkShape };
  frame: Box;
  chosen: boolean;
  testId?: string;
}): ReactNode {
  if (shape === 'point' || width === null || height === null) return null;
  const share = (value: number, of: number) => `${(value / of) * 100}%`;
  return (
    <span
      aria-hidden
      data-testid={testId}
      className={`pointer-events-none absolute border-2 shadow-[0_0_0_2px_#fffdf6] ${chosen ? 'border-verdigris' : 'border-ink'} ${shape === 'ring' ? 'rounded-[50%]' : ''}`}
      style={{
        left: share((x ?? 0) - frame.x, frame.width),
        top: share((y ?? 0) - frame.y, frame.height),
        width: share(width, frame.width),
        height: share(height, frame.height),
      }}
    />
  );
}
