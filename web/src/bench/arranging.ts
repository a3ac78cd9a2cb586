import {
  type Alignment,
  alignMarks,
  kindOf,
  type Mark,
  type MarkSetting,
  middleOfAll,
  reorderMarks,
  resizeMarks,
  spreadMarks,
  turnMarks,
} from '@nachweis/core';
import { type DrawnMark, isDrawn } from './bench.ts';

/** What is done to all marks that are chosen. Those that are locked stay as they are. */
export interface Arranging {
  align: (to: Alignment) => void;
  spread: (along: 'across' | 'down') => void;
  order: (to: 'front' | 'back') => void;
  group: () => void;
  ungroup: () => void;
  lock: (locked: boolean) => void;
  /** @param degrees clockwise */
  turn: (degrees: number) => void;
  /** about their middle. @param factor above 0 */
  resize: (factor: number) => void;
  /** @param dx in pixels of the picture that is seen */
  move: (dx: number, dy: number) => void;
}

interface Arranged {
  marks: readonly Mark[];
  chosen: readonly DrawnMark[];
  /** of marks in pixels of the picture that is seen */
  setting: MarkSetting;
  /** a mark as it lies on the picture that is seen, and back */
  seen: (mark: Mark) => Mark;
  toCapture: (mark: Mark) => Mark;
  change: (marks: Mark[]) => void;
}

export function arranging({ marks, chosen, setting, seen, toCapture, change }: Arranged): Arranging {
  const ids = new Set(chosen.map((mark) => mark.id));
  const isMeant = (mark: Mark) => isDrawn(mark) && ids.has(mark.id);
  const free = chosen.filter((mark) => !mark.locked);
  const put = (changed: readonly Mark[]) => {
    const byId = new Map(changed.filter(isDrawn).map((mark) => [mark.id, mark]));
    change(marks.map((mark) => (isDrawn(mark) ? (byId.get(mark.id) ?? mark) : mark)));
  };
  /** done as it is seen, however the picture is turned */
  const asSeen = (how: (all: Mark[]) => Mark[]) => {
    const before = free.map(seen);
    const after = how(before);
    put(after.map((mark, index) => (mark === before[index] ? (free[index] ?? mark) : toCapture(mark))));
  };
  return {
    align: (to) => asSeen((all) => alignMarks(all, to, setting)),
    spread: (along) => asSeen((all) => spreadMarks(all, along, setting)),
    move: (dx, dy) => asSeen((all) => all.map((mark) => kindOf<Mark>(mark).move(mark, dx, dy))),
    turn: (degrees) => asSeen((all) => turnMarks(all, degrees, setting)),
    resize: (factor) => asSeen((all) => resizeMarks(all, factor, middleOfAll(all, setting))),
    order: (to) => change(reorderMarks(marks, isMeant, to)),
    group() {
      const group = crypto.randomUUID();
      put(chosen.map((mark) => ({ ...mark, group })));
    },
    ungroup: () => put(chosen.map((mark) => ({ ...mark, group: undefined }))),
    lock: (locked) => put(chosen.map((mark) => ({ ...mark, locked: locked || undefined }))),
  };
}
