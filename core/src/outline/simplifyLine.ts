import type { Point } from '../geometry/box.ts';

/**
 * Leaves out points of a line that lie within `tolerance` of it (Ramer 1972; Douglas and Peucker 1973). First and last
 * point stay. Every point left out is at most `tolerance` away from the line that remains.
 */
export function simplifyLine(points: readonly Point[], tolerance: number): Point[] {
  if (points.length <= 2) return [...points];
  const keep = new Uint8Array(points.length);
  keep[0] = 1;
  keep[points.length - 1] = 1;
  // A stack and not recursion: a freehand outline has thousands of points.
  const open: Array<[number, number]> = [[0, points.length - 1]];
  while (open.length > 0) {
    const [first, last] = open.pop() as [number, number];
    let farthest = first;
    let most = tolerance * tolerance;
    for (let i = first + 1; i < last; i++) {
      const away = squaredDistance(points[i] as Point, points[first] as Point, points[last] as Point);
      if (away > most) {
        most = away;
        farthest = i;
      }
    }
    if (farthest === first) continue;
    keep[farthest] = 1;
    open.push([first, farthest], [farthest, last]);
  }
  return points.filter((_, i) => keep[i] === 1);
}

/** From a point to a stretch between two others, not to the endless line through them: a freehand line may turn back. */
function squaredDistance(p: Point, a: Point, b: Point): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const length = dx * dx + dy * dy;
  const along = length === 0 ? 0 : Math.min(Math.max(((p.x - a.x) * dx + (p.y - a.y) * dy) / length, 0), 1);
  return (p.x - a.x - along * dx) ** 2 + (p.y - a.y - along * dy) ** 2;
}
