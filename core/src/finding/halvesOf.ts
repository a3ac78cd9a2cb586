import type { Box, Size } from '../geometry/box.ts';
import { isDouble } from './displaySizes.ts';

/**
 * The two halves of a picture that has the size of two equal displays, for which nothing in its pixels spoke: it may
 * be one display as wide as two. To be offered, not taken for true.
 * @returns none for any other size
 */
export function halvesOf(picture: Size): Box[] {
  if (!isDouble(picture)) return [];
  const { width, height } = picture;
  return width > height
    ? [0, width / 2].map((x) => ({ x, y: 0, width: width / 2, height }))
    : [0, height / 2].map((y) => ({ x: 0, y, width, height: height / 2 }));
}
