import type { Box, Size } from './box.ts';

/** Moves a box by whole pixels and stops at the picture's edges; its size never changes. */
export function moveBox(box: Box, dx: number, dy: number, within: Size): Box {
  return {
    ...box,
    x: clamp(box.x + Math.round(dx), within.width - box.width),
    y: clamp(box.y + Math.round(dy), within.height - box.height),
  };
}

function clamp(value: number, most: number): number {
  return Math.min(Math.max(value, 0), Math.max(most, 0));
}
