import type { Point, Size } from '../geometry/box.ts';
import type { Mark } from './mark.ts';

/** The mark that ties a must-show's letter to a place; x and y in capture pixels, so that reframing does not move it. */
export interface Pin {
  kind: 'pin';
  letter: string;
  x: number;
  y: number;
  /** what is seen here, in a line */
  says?: string | undefined;
}

export const isPin = (mark: Mark): mark is Pin => mark.kind === 'pin';

/** Whether a mark is the pin of a letter. */
export const isPinOf =
  (letter: string) =>
  (mark: Mark): mark is Pin =>
    isPin(mark) && mark.letter === letter;

/** Puts a letter's pin at a pixel of the capture; a letter has one pin in a picture, so an earlier one moves. */
export function putPin(marks: readonly Mark[], letter: string, at: Point, capture: Size): Mark[] {
  const before = marks.find(isPinOf(letter));
  const pin: Pin = { kind: 'pin', letter, ...insidePixel(at, capture) };
  if (before?.says) pin.says = before.says;
  const pins = [...marks.filter(isPin).filter((mark) => mark !== before), pin];
  return [...marks.filter((mark) => !isPin(mark)), ...pins.sort((a, b) => a.letter.localeCompare(b.letter))];
}

export function movePin(
  marks: readonly Mark[],
  letter: string,
  dx: number,
  dy: number,
  capture: Size,
): Mark[] {
  return marks.map((mark) =>
    isPinOf(letter)(mark) ? { ...mark, ...insidePixel({ x: mark.x + dx, y: mark.y + dy }, capture) } : mark,
  );
}

export function takePinOut(marks: readonly Mark[], letter: string): Mark[] {
  return marks.filter((mark) => !isPinOf(letter)(mark));
}

function insidePixel(at: Point, { width, height }: Size): Point {
  return {
    x: Math.min(Math.max(Math.floor(at.x), 0), width - 1),
    y: Math.min(Math.max(Math.floor(at.y), 0), height - 1),
  };
}
