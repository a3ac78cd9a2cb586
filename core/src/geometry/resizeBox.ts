import type { Box, Size } from './box.ts';

/** The eight handles of a frame, named by the compass. */
export const HANDLES = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'] as const;
export type Handle = (typeof HANDLES)[number];

/**
 * Pulls one handle of a box by (dx, dy) pixels. The opposite edge stays where it is; the box stays inside the
 * picture and never gets thinner than one pixel, so that a handle pulled past the opposite edge stops there.
 */
export function resizeBox(box: Box, handle: Handle, dx: number, dy: number, within: Size): Box {
  const horizontal = pull(box.x, box.width, handle.includes('w'), handle.includes('e'), dx, within.width);
  const vertical = pull(box.y, box.height, handle.includes('n'), handle.includes('s'), dy, within.height);
  return { x: horizontal.start, width: horizontal.length, y: vertical.start, height: vertical.length };
}

function pull(start: number, length: number, atStart: boolean, atEnd: boolean, by: number, limit: number) {
  const end = start + length;
  const step = Math.round(by);
  if (atStart) {
    const moved = Math.min(Math.max(start + step, 0), end - 1);
    return { start: moved, length: end - moved };
  }
  if (atEnd) {
    const moved = Math.min(Math.max(end + step, start + 1), limit);
    return { start, length: moved - start };
  }
  return { start, length };
}
