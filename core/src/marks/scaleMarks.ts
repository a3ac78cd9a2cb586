import { kindOf } from './kinds.ts';
import type { Mark } from './mark.ts';

/** Marks of a picture that was scaled, at the same places of its content. */
export function scaleMarks(marks: readonly Mark[], scale: number): Mark[] {
  return scale === 1 ? [...marks] : marks.map((mark) => kindOf(mark).scale(mark, scale));
}
