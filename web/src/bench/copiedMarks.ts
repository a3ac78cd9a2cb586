import { boundsOfAll, kindOf, type Mark, type MarkSetting, type Size } from '@nachweis/core';
import { type DrawnMark, isDrawn } from './bench.ts';

/** Signing out takes it away (app/Shell.tsx). */
const KEY = 'nachweis-copied-marks';
/** Nothing can have been copied elsewhere since: then a paste means these marks, and no picture of another program. */
let isNewest = false;
addEventListener('blur', () => {
  isNewest = false;
});

/** Whether marks are what was copied last, as far as this page can know. */
export const areNewest = (): boolean => isNewest && copiedMarks().length > 0;

/** Keeps marks for this and other pictures, until the browser is closed. @param marks in pixels of the picture that is seen */
export function copyMarks(marks: readonly DrawnMark[]): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(marks));
    isNewest = true;
  } catch {
    // Without room there is nothing to paste, which the button says.
  }
}

/** Marks that were copied; none where nothing was. */
export function copiedMarks(): DrawnMark[] {
  try {
    const found = JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as Mark[];
    return Array.isArray(found) ? found.filter(isDrawn) : [];
  } catch {
    return [];
  }
}

/** How far a copy is put beside what it is a copy of. */
export const copyStep = ({ width, height }: Size): number => Math.round(Math.max(width, height) * 0.02);

/**
 * Copies under new ids, with groups of their own, all of them in the picture: at the place they had, or as near to it as
 * there is room.
 * @param there marks of the picture, so that none comes to lie exactly on another
 */
export function placeCopies(
  marks: readonly DrawnMark[],
  there: readonly DrawnMark[],
  setting: MarkSetting,
): DrawnMark[] {
  if (marks.length === 0) return [];
  const { picture } = setting;
  const box = boundsOfAll(marks, setting);
  const bounds = (mark: Mark) => kindOf<Mark>(mark).bounds(mark, setting);
  const [first] = marks;
  const isTaken = there.some((mark) => {
    const at = bounds(mark);
    const own = first && bounds(first);
    return mark.kind === first?.kind && at.x === own?.x && at.y === own?.y;
  });
  const step = isTaken ? copyStep(picture) : 0;
  const into = (from: number, length: number, room: number) =>
    Math.max(Math.min(from + step, room - length), 0) - from;
  const [dx, dy] = [into(box.x, box.width, picture.width), into(box.y, box.height, picture.height)];
  const groups = new Map<string, string>();
  const groupOf = (old: string) => {
    const known = groups.get(old) ?? crypto.randomUUID();
    groups.set(old, known);
    return known;
  };
  let number = there.filter((mark) => mark.kind === 'number').length;
  return marks.map((mark) => {
    const copy = {
      ...kindOf<Mark>(mark).move(mark, dx, dy),
      id: crypto.randomUUID(),
      // It has no place yet that it could be held at.
      locked: undefined,
      ...(mark.group && { group: groupOf(mark.group) }),
    } as DrawnMark;
    return copy.kind === 'number' ? { ...copy, number: ++number } : copy;
  });
}
