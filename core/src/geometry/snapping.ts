import type { Box } from './box.ts';
import type { Handle } from './resizeBox.ts';

/** The lines that edges of a frame are pulled to. */
export interface SnapLines {
  /** columns, ascending */
  x: readonly number[];
  /** rows, ascending */
  y: readonly number[];
}

/** Pixels of the picture within which an edge is pulled to a line. */
export const SNAP_WITHIN = 4;

/** The sides of boxes as lines to snap to. */
export function snapLines(boxes: readonly Box[]): SnapLines {
  const lines = (values: number[]) => [...new Set(values)].sort((a, b) => a - b);
  return {
    x: lines(boxes.flatMap((b) => [b.x, b.x + b.width])),
    y: lines(boxes.flatMap((b) => [b.y, b.y + b.height])),
  };
}

/** Moves those sides of a box that the handle moves to the nearest line within reach; the others stay. */
export function snapSides(box: Box, handle: Handle, lines: SnapLines, within = SNAP_WITHIN): Box {
  let { x, y } = box;
  let right = box.x + box.width;
  let bottom = box.y + box.height;
  if (handle.includes('w')) x = Math.min(nearest(lines.x, x, within), right - 1);
  if (handle.includes('e')) right = Math.max(nearest(lines.x, right, within), x + 1);
  if (handle.includes('n')) y = Math.min(nearest(lines.y, y, within), bottom - 1);
  if (handle.includes('s')) bottom = Math.max(nearest(lines.y, bottom, within), y + 1);
  return { x, y, width: right - x, height: bottom - y };
}

/** The nearest line within reach, or the value itself. O(log lines). */
function nearest(lines: readonly number[], value: number, within: number): number {
  let low = 0;
  let high = lines.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((lines[middle] as number) < value) low = middle + 1;
    else high = middle;
  }
  const found = [lines[low - 1], lines[low]]
    .filter((line): line is number => line !== undefined && Math.abs(line - value) <= within)
    .sort((a, b) => Math.abs(a - value) - Math.abs(b - value))[0];
  return found ?? value;
}
