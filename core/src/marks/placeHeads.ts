import type { Point, Size } from '../geometry/box.ts';

/** Directions in which a head can lie from its spot, as parts of a turn from the right, clockwise; the first that is free counts. */
const EIGHTHS = [7 / 8, 5 / 8, 1 / 8, 3 / 8, 6 / 8, 2 / 8, 0, 4 / 8] as const;
/** The directions between come after them: in a corner only few are left. */
const TURNS = [...EIGHTHS, ...EIGHTHS.map((turn) => turn + 1 / 16)];
/** How far, in radii of the head: the next is tried where all directions of the one before are taken. */
const REACHES = [2.4, 3.8, 5.4, 7.2, 9.4, 12] as const;
/** Between a head and what it must not cover, in radii. */
const APART = 0.25;

/**
 * Where the heads of pins lie: beside their spots, so that none covers what it points to or what another one does, none
 * overlaps another, and all are in the picture. At an edge they turn inwards. Where there is no such place, as with more
 * pins than a picture has room for, the one with the most room.
 *
 * @param radius of a head, in the same unit as everything else
 * @returns one for each spot, in order
 */
export function placeHeads(spots: readonly Point[], picture: Size, radius: number): Point[] {
  const heads: Point[] = [];
  for (const spot of spots) {
    let best: Point | null = null;
    let most = Number.NEGATIVE_INFINITY;
    for (const reach of REACHES) {
      for (const turn of TURNS) {
        const head = {
          x: spot.x + Math.cos(turn * 2 * Math.PI) * reach * radius,
          y: spot.y + Math.sin(turn * 2 * Math.PI) * reach * radius,
        };
        const room = roomOf(head, spots, heads, picture, radius);
        if (room > most) [best, most] = [head, room];
        if (most >= 0) break;
      }
      if (most >= 0) break;
    }
    heads.push(inside(best ?? spot, picture, radius));
  }
  return heads;
}

/** How much room is left around a head, in its unit; below 0 it covers or leaves something. */
function roomOf(
  head: Point,
  spots: readonly Point[],
  heads: readonly Point[],
  { width, height }: Size,
  radius: number,
): number {
  const apart = APART * radius;
  const rooms = [
    head.x - radius - 1,
    head.y - radius - 1,
    width - head.x - radius - 1,
    height - head.y - radius - 1,
    ...spots.map((spot) => distance(head, spot) - radius - apart),
    ...heads.map((other) => distance(head, other) - 2 * radius - apart),
  ];
  // What is free is free: the first direction is preferred to one with more room.
  return Math.min(0, ...rooms);
}

const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

function inside({ x, y }: Point, { width, height }: Size, radius: number): Point {
  const within = (at: number, length: number) =>
    length < 2 * radius ? length / 2 : Math.min(Math.max(at, radius), length - radius);
  return { x: within(x, width), y: within(y, height) };
}
