import { type Box, clampBox, type Size, sameBox } from '@nachweis/core';
import { useState } from 'react';
import { boxAtRatio } from './FrameOptions.tsx';

export interface TypedBox {
  /** what the fields show */
  shown: Box;
  type(key: keyof Box, value: number): void;
  /** where what was typed does not fit, in a sentence; null where it does */
  misfit: string | null;
}

/**
 * A frame that is typed, one number after the other. Numbers stay as they were typed also where they do not fit: framed
 * is what of them lies in the picture.
 * @param ratio width divided by height that holds whatever is typed; null: free
 */
export function useTypedBox(
  box: Box,
  within: Size,
  ratio: number | null,
  onBox: (box: Box) => void,
): TypedBox {
  /** as typed, and the frame that came of it: once the frame is another one, the numbers are the frame's */
  const [typed, setTyped] = useState<{ wanted: Box; framed: Box } | null>(null);
  const mine = typed && sameBox(typed.framed, box) ? typed.wanted : null;
  const shown = mine ?? box;
  return {
    shown,
    type(key, value) {
      const wanted = { ...shown, [key]: value };
      if (ratio !== null && key === 'width') wanted.height = Math.max(Math.round(value / ratio), 1);
      if (ratio !== null && key === 'height') wanted.width = Math.max(Math.round(value * ratio), 1);
      const inside = clampBox(wanted, within);
      const cut = inside && ratio !== null && !sameBox(inside, wanted);
      const framed = (inside && (cut ? boxAtRatio(inside, ratio, within) : inside)) ?? box;
      setTyped({ wanted, framed });
      if (!sameBox(framed, box)) onBox(framed);
    },
    misfit: mine && !sameBox(mine, box) ? misfitOf(mine, box, within) : null,
  };
}

function misfitOf(wanted: Box, framed: Box, within: Size): string {
  const sides = [
    wanted.x < 0 && 'left',
    wanted.y < 0 && 'upper',
    wanted.x + wanted.width > within.width && 'right',
    wanted.y + wanted.height > within.height && 'lower',
  ].filter((side) => side !== false);
  const size = `${framed.width} × ${framed.height}`;
  if (wanted.width < 1 || wanted.height < 1) return `A frame is at least 1 × 1. Framed is still ${size}.`;
  if (sides.length === 0) return `Whole pixels only. Framed is ${size} at ${framed.x}, ${framed.y}.`;
  const edge = `the ${sides.join(' and the ')} edge of the picture`;
  return clampBox(wanted, within)
    ? `That goes beyond ${edge}. Framed is what lies in it, ${size}.`
    : `That lies beyond ${edge}. Framed is still ${size}.`;
}
