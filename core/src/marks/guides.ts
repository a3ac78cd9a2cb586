import type { Point } from '../geometry/box.ts';
import type { Measure } from './kinds/measure.ts';
import type { Mark } from './mark.ts';

/** A straight line without ends, by two places of it. */
export interface GuideLine {
  from: Point;
  to: Point;
}

export const isGuide = (mark: Mark): mark is Measure => mark.kind === 'measure' && mark.guide === true;

/** The lines that measured lengths and angles give, where they are kept as guides. */
export function guideLines(marks: readonly Mark[]): GuideLine[] {
  return marks.filter(isGuide).flatMap(({ points }) =>
    points.slice(1).flatMap((to, index) => {
      const from = points[index];
      return from && Math.hypot(to.x - from.x, to.y - from.y) > 0 ? [{ from, to }] : [];
    }),
  );
}

/**
 * The place on the nearest guide, where one is within reach; where two are, the place where they cross if that is within
 * reach too. Else the place itself.
 * @param reach in pixels of the picture
 */
export function followGuides(at: Point, lines: readonly GuideLine[], reach: number): Point {
  const near = lines
    .map((line) => ({ line, place: footOn(line, at) }))
    .map((one) => ({ ...one, far: Math.hypot(one.place.x - at.x, one.place.y - at.y) }))
    .filter(({ far }) => far <= reach)
    .sort((a, b) => a.far - b.far);
  const [first, second] = near;
  if (!first) return at;
  const crossing = second && crossingOf(first.line, second.line);
  return crossing && Math.hypot(crossing.x - at.x, crossing.y - at.y) <= reach ? crossing : first.place;
}

/** Foot of the perpendicular. */
function footOn({ from, to }: GuideLine, { x, y }: Point): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const along = ((x - from.x) * dx + (y - from.y) * dy) / (dx * dx + dy * dy);
  return { x: from.x + along * dx, y: from.y + along * dy };
}

function crossingOf(a: GuideLine, b: GuideLine): Point | null {
  const [ax, ay] = [a.to.x - a.from.x, a.to.y - a.from.y];
  const [bx, by] = [b.to.x - b.from.x, b.to.y - b.from.y];
  const across = ax * by - ay * bx;
  // Nearly parallel lines cross somewhere else.
  if (Math.abs(across) < 1e-6 * Math.hypot(ax, ay) * Math.hypot(bx, by)) return null;
  const t = ((b.from.x - a.from.x) * by - (b.from.y - a.from.y) * bx) / across;
  return { x: a.from.x + t * ax, y: a.from.y + t * ay };
}
