import type { Point } from '../geometry/box.ts';
import { type Levels, levelAt } from '../raster/levels.ts';

/** Places along a side that are looked at, as shares of the way along it; its ends are left out. */
export const PLACES: readonly number[] = Array.from({ length: 40 }, (_, i) => 0.06 + (0.88 * i) / 39);

/** Levels from a rim to what it frames. */
export const STEP = 16;

/** Towards the inside, by the order of the corners. */
export function inwards(from: Point, to: Point): [number, number] {
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  return [-(to.y - from.y) / long, (to.x - from.x) / long];
}

/** Levels beside a side: by the share of the way along it, and pixels towards the inside. */
export function besideSide(
  picture: Levels,
  from: Point,
  to: Point,
): (along: number, within: number) => number {
  const [nx, ny] = inwards(from, to);
  return (along, within) =>
    // Corners are between pixels; places are middles of pixels.
    levelAt(
      picture,
      from.x + (to.x - from.x) * along + nx * within - 0.5,
      from.y + (to.y - from.y) * along + ny * within - 0.5,
    );
}
