import type { Box, Size } from '../geometry/box.ts';
import { type Framing, framedBox } from '../marks/framing.ts';
import { trimKindOf } from '../trims/kinds.ts';
import { inTurn, type Mapping, shifted, type Trim } from '../trims/trim.ts';

/** Where the places of a capture come to lie in what is made of it, and back. */
export interface Placing {
  /** the part that counts, in pixels of the capture */
  frame: Box;
  /** of the picture when all steps are done, before it is scaled */
  trimmed: Size;
  /** of the file */
  size: Size;
  /** of the file for each pixel of the trimmed picture */
  factor: number;
  /** from the capture to the trimmed picture */
  there: Mapping;
  /** from the trimmed picture to the capture */
  back: Mapping;
}

/** How a capture is cut, trimmed and scaled. A part that lies outside the capture counts as the whole. */
export function placingOf(
  { framing, trims = [] }: { framing: Framing; trims?: readonly Trim[] },
  capture: Size,
): Placing {
  const frame = framedBox(framing, capture);
  const there: Mapping[] = [shifted(-frame.x, -frame.y)];
  const back: Mapping[] = [shifted(frame.x, frame.y)];
  let trimmed: Size = { width: frame.width, height: frame.height };
  for (const trim of trims) {
    const kind = trimKindOf(trim);
    there.push(kind.there(trim, trimmed));
    back.unshift(kind.back(trim, trimmed));
    trimmed = kind.size(trim, trimmed);
  }
  const factor = framing.width === undefined ? 1 : framing.width / frame.width;
  const scaled = (length: number) => Math.max(1, Math.round(length * factor));
  const size = factor === 1 ? trimmed : { width: scaled(trimmed.width), height: scaled(trimmed.height) };
  return { frame, trimmed, size, factor, there: inTurn(there), back: inTurn(back) };
}
