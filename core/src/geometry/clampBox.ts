import type { Box, Size } from './box.ts';

/**
 * The part of a box that lies in the picture, rounded to whole pixels.
 * @returns null when nothing of the box lies in the picture or a number is not finite
 */
export function clampBox(box: Box, within: Size): Box | null {
  if (![box.x, box.y, box.width, box.height].every(Number.isFinite)) return null;
  const left = Math.max(Math.round(box.x), 0);
  const top = Math.max(Math.round(box.y), 0);
  const right = Math.min(Math.round(box.x + box.width), within.width);
  const bottom = Math.min(Math.round(box.y + box.height), within.height);
  if (right <= left || bottom <= top) return null;
  return { x: left, y: top, width: right - left, height: bottom - top };
}
