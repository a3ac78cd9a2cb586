import type { Mark } from './pins.ts';

/** Marks of a picture that was scaled, at the same places of its content. */
export function scaleMarks(marks: readonly Mark[], scale: number): Mark[] {
  if (scale === 1) return [...marks];
  return marks.map((mark) => ({ ...mark, x: Math.floor(mark.x * scale), y: Math.floor(mark.y * scale) }));
}
