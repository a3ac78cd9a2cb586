import type { Remark } from '@nachweis/contract';
import type { Box } from '@nachweis/core';
import type { ReactNode } from 'react';
import { placeInFrame } from './FramedPicture.tsx';

interface RemarkTagProps {
  remark: Pick<Remark, 'x' | 'y' | 'text'>;
  number: number;
  frame: Box;
  chosen: boolean;
  onChoose: () => void;
}

/** A remark's place in a picture: a numbered slip of paper, its upper left corner at the place. */
export function RemarkTag({ remark, number, frame, chosen, onChoose }: RemarkTagProps): ReactNode {
  return (
    <button
      type="button"
      data-remark={number}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => {
        event.stopPropagation();
        onChoose();
      }}
      aria-label={`Remark ${number}: ${remark.text.slice(0, 120)}`}
      className={`absolute grid h-7 min-w-7 place-items-center rounded-tr-md rounded-b-md border-2 px-1 font-mono text-sm font-bold ${chosen ? 'border-card bg-verdigris text-card outline-3 outline-verdigris' : 'border-ink bg-card text-ink'}`}
      style={placeInFrame({ x: remark.x ?? 0, y: remark.y ?? 0 }, frame)}
    >
      {number}
    </button>
  );
}
