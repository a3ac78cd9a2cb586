import type { Box } from '../geometry/box.ts';
import { kindOf } from './kinds.ts';
import type { Mark, MarkSetting } from './mark.ts';

/** What several marks are brought in line by. */
export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Alignment = (typeof ALIGNMENTS)[number];

const boundsOf = (mark: Mark, setting: MarkSetting): Box => kindOf<Mark>(mark).bounds(mark, setting);
const moved = (mark: Mark, dx: number, dy: number): Mark =>
  dx === 0 && dy === 0 ? mark : kindOf<Mark>(mark).move(mark, dx, dy);

/** The box around several marks. @param marks one at least */
export function boundsOfAll(marks: readonly Mark[], setting: MarkSetting): Box {
  const boxes = marks.map((mark) => boundsOf(mark, setting));
  const x = Math.min(...boxes.map((box) => box.x));
  const y = Math.min(...boxes.map((box) => box.y));
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  };
}

/** Brings marks to one edge, or the middle, of the box around them all. */
export function alignMarks(marks: readonly Mark[], to: Alignment, setting: MarkSetting): Mark[] {
  if (marks.length === 0) return [];
  const all = boundsOfAll(marks, setting);
  return marks.map((mark) => {
    const { x, y, width, height } = boundsOf(mark, setting);
    const by: Record<Alignment, [number, number]> = {
      left: [all.x - x, 0],
      centre: [all.x + all.width / 2 - (x + width / 2), 0],
      right: [all.x + all.width - (x + width), 0],
      top: [0, all.y - y],
      middle: [0, all.y + all.height / 2 - (y + height / 2)],
      bottom: [0, all.y + all.height - (y + height)],
    };
    return moved(mark, ...by[to]);
  });
}

/** Gives marks the same distance from each to the next; the first and the last stay where they are. */
export function spreadMarks(marks: readonly Mark[], along: 'across' | 'down', setting: MarkSetting): Mark[] {
  const [start, length] = along === 'across' ? (['x', 'width'] as const) : (['y', 'height'] as const);
  const placed = marks
    .map((mark, index) => ({ mark, index, box: boundsOf(mark, setting) }))
    .sort((a, b) => a.box[start] + a.box[length] / 2 - (b.box[start] + b.box[length] / 2));
  const [first, last] = [placed[0], placed.at(-1)];
  if (!first || !last || placed.length < 3) return [...marks];
  const inner = placed.slice(1, -1);
  const from = first.box[start] + first.box[length];
  const room = last.box[start] - from - inner.reduce((sum, { box }) => sum + box[length], 0);
  const gap = room / (placed.length - 1);
  const result = [...marks];
  let next = from + gap;
  for (const { mark, index, box } of inner) {
    const by = next - box[start];
    result[index] = along === 'across' ? moved(mark, by, 0) : moved(mark, 0, by);
    next += box[length] + gap;
  }
  return result;
}

/** Puts marks over all others, or under them; among themselves they stay as they lie. */
export function reorderMarks<M extends Mark>(
  all: readonly M[],
  isMeant: (mark: M) => boolean,
  to: 'front' | 'back',
): M[] {
  const [meant, others] = [all.filter(isMeant), all.filter((mark) => !isMeant(mark))];
  return to === 'front' ? [...others, ...meant] : [...meant, ...others];
}

/** Ids of marks with those that are in a group with one of them. */
export function withGroups(ids: readonly string[], marks: readonly Mark[]): string[] {
  const groups = new Set(
    marks.flatMap((mark) => ('id' in mark && mark.group && ids.includes(mark.id) ? [mark.group] : [])),
  );
  return marks.flatMap((mark) =>
    'id' in mark && (ids.includes(mark.id) || (mark.group && groups.has(mark.group))) ? [mark.id] : [],
  );
}
