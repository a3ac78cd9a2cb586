import {
  boundsOfAll,
  canTurn,
  kindOf,
  type Mark,
  type MarkHandle,
  type MarkSetting,
  middleOfAll,
  type Point,
  resizeMarks,
  turnMarks,
} from '@nachweis/core';
import { TURN_HANDLE } from '../stage/turnHandle.ts';

/** How far above what is chosen its handle for turning lies, in screen pixels. */
const ABOVE = 26;
/** Held with Shift, what turns stops at these. */
const EVEN_DEGREES = 15;
/** Nothing is made smaller than to this part of itself in one pull. */
const LEAST_FACTOR = 0.05;

/**
 * The places by which what is chosen is pulled: those of its kind; of several the corners around them; and one to turn
 * by, where something of it turns.
 * @param scale screen pixels for each pixel of the picture
 */
export function handlesOf(marks: readonly Mark[], setting: MarkSetting, scale: number): MarkHandle[] {
  const [first] = marks;
  if (!first) return [];
  const { x, y, width, height } = boundsOfAll(marks, setting);
  const pulled =
    marks.length === 1
      ? kindOf(first).handles(first, setting)
      : [
          { name: 'nw', x, y },
          { name: 'ne', x: x + width, y },
          { name: 'sw', x, y: y + height },
          { name: 'se', x: x + width, y: y + height },
        ];
  if (marks.length === 1 && !canTurn(first)) return pulled;
  // Where there is no room above, it lies below.
  const [over, under] = [y - ABOVE / scale, y + height + ABOVE / scale];
  return [...pulled, { name: TURN_HANDLE, x: x + width / 2, y: over < 0 ? under : over }];
}

/** What pulling a handle to a place makes of what is chosen. @param from where the hand took it */
export function pullHandle(
  marks: readonly Mark[],
  handle: string,
  { from, to, even }: { from: Point; to: Point; even: boolean },
  setting: MarkSetting,
): Mark[] {
  const [first] = marks;
  if (!first) return [];
  if (handle === TURN_HANDLE) {
    const about = middleOfAll(marks, setting);
    const angle = (at: Point) => (Math.atan2(at.y - about.y, at.x - about.x) * 180) / Math.PI;
    const degrees = angle(to) - angle(from);
    return turnMarks(marks, even ? Math.round(degrees / EVEN_DEGREES) * EVEN_DEGREES : degrees, setting);
  }
  if (marks.length === 1) return [kindOf<Mark>(first).pull(first, handle, to, even)];
  const { x, y, width, height } = boundsOfAll(marks, setting);
  const fixed = {
    x: handle.endsWith('w') ? x + width : x,
    y: handle.startsWith('n') ? y + height : y,
  };
  const factor = Math.max(
    Math.abs(to.x - fixed.x) / Math.max(width, 1),
    Math.abs(to.y - fixed.y) / Math.max(height, 1),
    LEAST_FACTOR,
  );
  return resizeMarks(marks, factor, fixed);
}
