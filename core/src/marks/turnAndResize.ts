import type { Point } from '../geometry/box.ts';
import { inTurn, type Mapping, scaledBy, shifted } from '../trims/trim.ts';
import { boundsOfAll } from './arrange.ts';
import { kindOf } from './kinds.ts';
import type { Mark, MarkSetting } from './mark.ts';
import { middleOf, turnedAbout } from './turnedBox.ts';

/** The middle of several marks, about which they turn. @param marks one at least */
export const middleOfAll = (marks: readonly Mark[], setting: MarkSetting): Point =>
  middleOf(boundsOfAll(marks, setting));

/** Whether turning a mark by itself changes anything: words and what fills a box stay upright. */
export const canTurn = (mark: Mark): boolean => kindOf<Mark>(mark).turn !== undefined;

/**
 * Turns marks about their common middle. What stays upright goes round with the others, its own middle on the way.
 * @param degrees clockwise, as the picture is seen
 */
export function turnMarks(marks: readonly Mark[], degrees: number, setting: MarkSetting): Mark[] {
  if (marks.length === 0) return [];
  const about = turning(degrees, middleOfAll(marks, setting));
  return marks.map((mark) => {
    const kind = kindOf<Mark>(mark);
    if (kind.turn) return kind.turn(mark, about);
    const from = middleOf(kind.bounds(mark, setting));
    const to = about.point(from);
    return kind.move(mark, to.x - from.x, to.y - from.y);
  });
}

/** Boxes keep their size: only their middle goes round. */
function turning(degrees: number, about: Point): Mapping {
  const point = (at: Point): Point => turnedAbout(about, degrees, at);
  return {
    point,
    box(box) {
      const { x, y } = point(middleOf(box));
      return { ...box, x: x - box.width / 2, y: y - box.height / 2 };
    },
    keeps: () => true,
    scale: 1,
  };
}

/**
 * Makes marks larger or smaller together, about a place that stays: their lines and letters stay as strong as they are.
 * @param factor above 0
 */
export function resizeMarks(marks: readonly Mark[], factor: number, fixed: Point): Mark[] {
  const mapping = inTurn([shifted(-fixed.x, -fixed.y), scaledBy(factor), shifted(fixed.x, fixed.y)]);
  return marks.map((mark) => {
    const kind = kindOf<Mark>(mark);
    return (kind.resize ?? kind.map)(mark, mapping);
  });
}
