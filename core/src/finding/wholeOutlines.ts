import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { BoxSearch, MANY_STARTS } from './boxSearch.ts';
import { KINDS, type Kind } from './cornerLines.ts';
import { type Corner, ROUNDING } from './corners.ts';
import type { Edges } from './edges.ts';
import { LEAST_ALL, LEAST_SIDE, type Outline, SLACK } from './outline.ts';

/** What a box needs of which one corner is not seen, as where a lit menu entry and its title flow together. */
const LEAST_SIDE_OF_THREE = 0.85;
const LEAST_ALL_OF_THREE = 0.93;
/** What is seen of three sides at least, and of the fourth, where it is the colour of what lies behind. */
const [LEAST_OF_THREE_SIDES, LEAST_FOURTH] = [0.9, 0.1];
/** Of a side at most so much is taken for the rounding of a corner. */
const ROUNDED = 0.1;
/** Smaller boxes with three sides are parts. */
const WINDOW = { width: 160, height: 90 };

/**
 * Boxes of which all four sides are seen: whole with all corners, three-cornered with three at which no line goes on.
 * A grid gives its cells and the box around all of them, not every rectangle of its cells.
 */
export function wholeOutlines(
  edges: Edges,
  corners: readonly Corner[],
  smallest: number,
  picture: Raster,
  signal?: { throwIfAborted(): void },
): { whole: Outline[]; threeSided: Outline[]; threeCornered: Outline[] } {
  const whole: Outline[] = [];
  const threeSided: Outline[] = [];
  const threeCornered: Outline[] = [];
  const search = new BoxSearch(edges, corners, smallest, picture, signal);
  const lowerRight = placesOf(corners, 'lowerRight', picture);
  search.boxesFrom('upperLeft', corners, corners, (box) => {
    if (!lowerRight[(box.y + box.height) * (picture.width + 1) + box.x + box.width]) return;
    const support = supportOf(edges, box, LEAST_SIDE);
    if (support >= LEAST_ALL && !search.isBetween(box)) whole.push({ box, support, complete: true });
  });
  const sharp = corners.filter((c) => c.sharp);
  const taken = sharp.length > MANY_STARTS ? new TakenCorners(whole, picture) : null;
  for (const kind of KINDS) {
    const starts = sharp.filter((c) => c[kind] && !taken?.has(kind, c.x, c.y));
    search.boxesFrom(kind, sharp, starts, (box) => {
      const support = supportOf(edges, box, LEAST_SIDE_OF_THREE);
      if (support >= LEAST_ALL_OF_THREE && !search.isBetween(box))
        threeCornered.push({ box, support, complete: false });
      else if (hasThreeSides(edges, box) && !search.goesPast(box) && !search.isBetween(box))
        threeSided.push({ box, support: supportOf(edges, box, LEAST_FOURTH), complete: false });
    });
  }
  return { whole, threeSided, threeCornered };
}

/** The corners that boxes have already, to 4 pixels, those around them too. */
class TakenCorners {
  private readonly columns: number;
  private readonly fields: Uint8Array;
  private readonly size: number;

  constructor(outlines: readonly Outline[], { width, height }: Raster) {
    // A field of its own around the picture, so that every corner has fields on all sides.
    this.columns = (width >> 2) + 3;
    this.size = this.columns * ((height >> 2) + 3);
    this.fields = new Uint8Array(this.size * KINDS.length);
    for (const { box } of outlines)
      for (const kind of KINDS) {
        const x = kind.endsWith('Left') ? box.x : box.x + box.width;
        const y = kind.startsWith('upper') ? box.y : box.y + box.height;
        const field = this.fieldOf(kind, x, y);
        for (let row = -1; row <= 1; row++)
          this.fields.fill(1, field + row * this.columns - 1, field + row * this.columns + 2);
      }
  }

  private fieldOf(kind: Kind, x: number, y: number): number {
    return KINDS.indexOf(kind) * this.size + ((y >> 2) + 1) * this.columns + (x >> 2) + 1;
  }

  has(kind: Kind, x: number, y: number): boolean {
    return this.fields[this.fieldOf(kind, x, y)] === 1;
  }
}

/** Where there are corners of one kind, or as good as: 1 at `y * (width + 1) + x`. */
function placesOf(corners: readonly Corner[], kind: Kind, { width, height }: Raster): Uint8Array {
  const places = new Uint8Array((width + 1) * (height + 1));
  for (const corner of corners) {
    if (!corner[kind]) continue;
    const [left, right] = [Math.max(0, corner.x - SLACK), Math.min(width, corner.x + SLACK)];
    for (let y = Math.max(0, corner.y - SLACK); y <= Math.min(height, corner.y + SLACK); y++)
      places.fill(1, y * (width + 1) + left, y * (width + 1) + right + 1);
  }
  return places;
}

/** Whether three sides of something as large as a window are seen, and a little of the fourth. */
function hasThreeSides(edges: Edges, box: Box): boolean {
  if (box.width < WINDOW.width || box.height < WINDOW.height) return false;
  const [fourth = 0, third = 0] = sidesOf(edges, box).sort((a, b) => a - b);
  return third >= LEAST_OF_THREE_SIDES && fourth >= LEAST_FOURTH;
}

/** Shares of the upper, the left, the lower and the right side that are edge, between the roundings of their corners. */
function sidesOf({ rows, columns }: Edges, { x, y, width, height }: Box): number[] {
  const across = Math.min(ROUNDING, Math.floor(width * ROUNDED));
  const down = Math.min(ROUNDING, Math.floor(height * ROUNDED));
  return [
    rows.support(y, x + across, x + width - across),
    columns.support(x, y + down, y + height - down),
    rows.support(y + height, x + across, x + width - across),
    columns.support(x + width, y + down, y + height - down),
  ];
}

/** Share of the outline that is edge; 0 when one side has too little. */
function supportOf(edges: Edges, box: Box, leastSide: number): number {
  const sides = sidesOf(edges, box);
  if (sides.some((side) => side < leastSide)) return 0;
  const [top = 0, left = 0, bottom = 0, right = 0] = sides;
  return ((top + bottom) * box.width + (left + right) * box.height) / (2 * (box.width + box.height));
}
