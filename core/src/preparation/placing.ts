import { type Box, boxHolds, type Size } from '../geometry/box.ts';
import { type Framing, framedBox } from '../marks/framing.ts';
import { kindOf } from '../marks/kinds.ts';
import type { Mark } from '../marks/mark.ts';
import { isPin } from '../marks/pins.ts';
import { trimKindOf } from '../trims/kinds.ts';
import { inTurn, type Mapping, scaledBy, shifted, type Trim } from '../trims/trim.ts';

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

/**
 * The marks as they lie on the trimmed picture. Pins outside of it, and marks of which no place is left in it, are left
 * out; a mark beside the frame stays, since a part of it may reach into it.
 */
export function marksOnTrimmed(marks: readonly Mark[], { frame, there }: Placing): Mark[] {
  return pinnedWithin(marks, frame)
    .filter((mark) => kindOf(mark).places(mark).some(there.keeps))
    .map((mark) => kindOf(mark).map(mark, there));
}

/** The marks as they lie on a framed picture to which nothing else was done. */
export function marksInFrame(marks: readonly Mark[], frame: Box): Mark[] {
  return moved(pinnedWithin(marks, frame), shifted(-frame.x, -frame.y));
}

const pinnedWithin = (marks: readonly Mark[], frame: Box) =>
  marks.filter((mark) => !isPin(mark) || boxHolds(frame, mark));

const moved = (marks: readonly Mark[], mapping: Mapping): Mark[] =>
  marks.map((mark) => kindOf(mark).map(mark, mapping));

/** The marks as they lie on the file. */
export function marksOnPicture(marks: readonly Mark[], placing: Placing): Mark[] {
  return scaleMarks(marksOnTrimmed(marks, placing), placing.factor);
}

/** Marks of a picture that was scaled, at the same places of its content. */
export function scaleMarks(marks: readonly Mark[], scale: number): Mark[] {
  return scale === 1 ? [...marks] : moved(marks, scaledBy(scale));
}

/** What is burned into the framed picture before anything else is done to it, in its pixels. */
export function burnedInFrame(marks: readonly Mark[], { frame }: Placing) {
  const mapping = shifted(-frame.x, -frame.y);
  return marks.filter((mark) => mark.kind === 'redaction').map((mark) => kindOf(mark).map(mark, mapping));
}

/** A mark that was made on the trimmed picture, in pixels of the capture. */
export function markOnCapture<M extends Mark>(mark: M, { back }: Placing): M {
  return kindOf(mark).map(mark, back);
}
