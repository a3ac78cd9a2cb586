import { type Box, boxHolds, type Point, type Size } from '../geometry/box.ts';

/** The mark that ties a must-show's letter to a place; x and y in capture pixels, so that reframing does not move it. */
export interface Pin {
  kind: 'pin';
  letter: string;
  x: number;
  y: number;
}

/** Anything drawn on evidence. */
export type Mark = Pin;

/** Puts a letter's pin at a pixel of the capture; a letter has one pin in a picture, so an earlier one moves. */
export function putPin(marks: readonly Mark[], letter: string, at: Point, capture: Size): Mark[] {
  const pin: Pin = { kind: 'pin', letter, ...insidePixel(at, capture) };
  const rest = marks.filter((mark) => mark.letter !== letter);
  return [...rest, pin].sort((a, b) => a.letter.localeCompare(b.letter));
}

export function movePin(
  marks: readonly Mark[],
  letter: string,
  dx: number,
  dy: number,
  capture: Size,
): Mark[] {
  return marks.map((mark) =>
    mark.letter === letter ? { ...mark, ...insidePixel({ x: mark.x + dx, y: mark.y + dy }, capture) } : mark,
  );
}

export function takePinOut(marks: readonly Mark[], letter: string): Mark[] {
  return marks.filter((mark) => mark.letter !== letter);
}

/** The marks as they lie on the framed picture: moved to its pixels, those outside of it left out. */
export function marksInFrame(marks: readonly Mark[], frame: Box): Mark[] {
  return marks
    .filter((mark) => boxHolds(frame, mark))
    .map((mark) => ({ ...mark, x: mark.x - frame.x, y: mark.y - frame.y }));
}

function insidePixel(at: Point, { width, height }: Size): Point {
  return {
    x: Math.min(Math.max(Math.floor(at.x), 0), width - 1),
    y: Math.min(Math.max(Math.floor(at.y), 0), height - 1),
  };
}
