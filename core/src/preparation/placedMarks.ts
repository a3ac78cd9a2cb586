import { type Box, boxHolds } from '../geometry/box.ts';
import { kindOf } from '../marks/kinds.ts';
import type { Mark } from '../marks/mark.ts';
import { isPin } from '../marks/pins.ts';
import { type Mapping, scaledBy, shifted } from '../trims/trim.ts';
import type { Placing } from './placing.ts';

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
