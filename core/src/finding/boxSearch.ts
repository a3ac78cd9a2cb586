import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { Breaks, CornerLines, type Kind, kindOf } from './cornerLines.ts';
import type { Corner } from './corners.ts';
import type { EdgeLines, Edges } from './edges.ts';
import { LEAST_SIDE, SAME, SLACK } from './outline.ts';

/** A bar, such as a panel along the lower edge of a screen, may be thinner than a window or a part. */
const BAR_THINNESS = 2 / 3;
const BAR_LENGTH = 10;

/** Boxes that are looked at in all, so that no picture takes longer than another by more than a little. */
const MOST_TRIES = 100_000;
/** But so many partners of a corner are always tried along a side, and never more than that. */
const [FEWEST_PARTNERS, MOST_PARTNERS] = [6, 200];
/** Of more corners than this, neighbours count as one. */
export const MANY_STARTS = 6000;
/** A side goes on past a box when it is still edge for this long. */
const BEYOND = 26;
const LEAST_BEYOND = 0.7;

/** Finds boxes by following their sides from corner to corner. */
export class BoxSearch {
  private readonly rowBreaks: Breaks;
  private readonly columnBreaks: Breaks;
  private readonly byRow: CornerLines;
  private readonly byColumn: CornerLines;

  constructor(
    private readonly edges: Edges,
    corners: readonly Corner[],
    private readonly smallest: number,
    private readonly picture: Raster,
    private readonly signal?: { throwIfAborted(): void },
  ) {
    this.rowBreaks = new Breaks(corners, 'rows', edges.rows, edges.columns);
    this.columnBreaks = new Breaks(corners, 'columns', edges.columns, edges.rows);
    this.byRow = new CornerLines(corners, 'upperLeft', 'y');
    this.byColumn = new CornerLines(corners, 'upperLeft', 'x');
  }

  /** Gives every box with a corner of one kind, and the two that share a side with it, at places that are such corners. */
  boxesFrom(kind: Kind, corners: readonly Corner[], from: readonly Corner[], give: (box: Box) => void): void {
    const { rows, columns } = this.edges;
    const [down, right] = [kind.startsWith('upper'), kind.endsWith('Left')];
    const besides = new CornerLines(corners, kindOf(down, !right), 'y');
    const belows = new CornerLines(corners, kindOf(!down, right), 'x');
    const starts = distinct(from.filter((c) => c[kind]));
    const most = Math.min(
      MOST_PARTNERS,
      Math.max(FEWEST_PARTNERS, Math.floor(Math.sqrt(MOST_TRIES / (starts.length + 1)))),
    );
    for (const [i, start] of starts.entries()) {
      if (i % 1024 === 0) this.signal?.throwIfAborted();
      const xs = this.partners(
        rows,
        this.rowBreaks,
        besides.near(start.y),
        start.y,
        start.x,
        right,
        start.cross,
        most,
      );
      if (xs.length === 0) continue;
      const ys = this.partners(
        columns,
        this.columnBreaks,
        belows.near(start.x),
        start.x,
        start.y,
        down,
        start.cross,
        most,
      );
      for (const x of xs) for (const y of ys) this.giveBox(start, x, y, give);
    }
  }

  private giveBox(start: Corner, x: number, y: number, give: (box: Box) => void): void {
    const box = {
      x: Math.min(start.x, x),
      y: Math.min(start.y, y),
      width: Math.abs(start.x - x),
      height: Math.abs(start.y - y),
    };
    const [shorter, longer] = [Math.min(box.width, box.height), Math.max(box.width, box.height)];
    if (shorter < this.smallest && longer < this.smallest * BAR_LENGTH) return;
    if (box.width === this.picture.width && box.height === this.picture.height) return;
    give(box);
  }

  /** Where a side from a corner can end: from a cross at the nearest place, else at some near and some far ones. */
  private partners(
    lines: EdgeLines,
    breaks: Breaks,
    places: readonly number[],
    at: number,
    from: number,
    onwards: boolean,
    cross: boolean,
    most: number,
  ): number[] {
    const least = this.smallest * BAR_THINNESS;
    const limit = breaks.limit(at, from, onwards);
    const [low, high] = onwards ? [from + least, limit] : [limit, from - least];
    let first = firstFrom(places, low);
    const last = firstFrom(places, high + (onwards ? 0 : 1)) - 1;
    if (!onwards && places[first] === limit) first++;
    const step = onwards ? 1 : -1;
    const found: number[] = [];
    const take = (place: number) => {
      const isSide = onwards
        ? lines.support(at, from, place) >= LEAST_SIDE
        : lines.support(at, place, from) >= LEAST_SIDE;
      if (isSide) found.push(place);
    };
    let [near, far] = onwards ? [first, last] : [last, first];
    const isLeft = () => (far - near) * step >= 0;
    while (isLeft() && found.length < (cross ? 1 : most / 2)) {
      take(places[near] as number);
      near += step;
    }
    if (cross) {
      const nearest = found[0];
      if (nearest === undefined) return found;
      while (isLeft() && Math.abs((places[near] as number) - nearest) <= SAME) {
        take(places[near] as number);
        near += step;
      }
      return found;
    }
    while (isLeft() && found.length < most) {
      take(places[far] as number);
      far -= step;
    }
    return found;
  }

  /**
   * Whether it is several boxes: one of its sides leads over a gap between two, or it is only a part of a grid, as a
   * line that divides it goes along with sides that go on past it.
   */
  isBetween({ x, y, width, height }: Box): boolean {
    const { rows, columns } = this.edges;
    const [right, bottom] = [x + width, y + height];
    if (
      this.rowBreaks.lieBetween(y, x, right) ||
      this.rowBreaks.lieBetween(bottom, x, right) ||
      this.columnBreaks.lieBetween(x, y, bottom) ||
      this.columnBreaks.lieBetween(right, y, bottom)
    )
      return true;
    const below = goesOn(columns, x, bottom, 1) && goesOn(columns, right, bottom, 1);
    const above = goesOn(columns, x, y, -1) && goesOn(columns, right, y, -1);
    const behind = goesOn(rows, y, right, 1) && goesOn(rows, bottom, right, 1);
    const before = goesOn(rows, y, x, -1) && goesOn(rows, bottom, x, -1);
    if (!(below || above || behind || before)) return false;
    const rowsDivide = this.dividing(rows, this.byColumn.near(x), y, bottom, x, right);
    if ((below || above) && rowsDivide.length > 0) return true;
    if ((behind || before) && rowsDivide.some((at) => goesOn(rows, at, behind ? right : x, behind ? 1 : -1)))
      return true;
    const columnsDivide = this.dividing(columns, this.byRow.near(y), x, right, y, bottom);
    if ((behind || before) && columnsDivide.length > 0) return true;
    return (
      (below || above) && columnsDivide.some((at) => goesOn(columns, at, below ? bottom : y, below ? 1 : -1))
    );
  }

  /** Whether a side leads on past a corner, as lines of a table do and no window's. */
  goesPast({ x, y, width, height }: Box): boolean {
    const { rows, columns } = this.edges;
    const [right, bottom] = [x + width, y + height];
    return (
      [x, right].some((at) => goesOn(columns, at, y, -1) || goesOn(columns, at, bottom, 1)) ||
      [y, bottom].some((at) => goesOn(rows, at, x, -1) || goesOn(rows, at, right, 1))
    );
  }

  /** Lines that lead through it from side to side. */
  private dividing(
    lines: EdgeLines,
    places: readonly number[],
    low: number,
    high: number,
    from: number,
    to: number,
  ): number[] {
    const least = this.smallest * BAR_THINNESS;
    const found: number[] = [];
    for (let i = firstFrom(places, low + least); i < places.length; i++) {
      const place = places[i] as number;
      if (place > high - least) break;
      if (lines.support(place, from, to) >= LEAST_BEYOND) found.push(place);
      if (found.length >= FEWEST_PARTNERS) break;
    }
    return found;
  }
}

/** Whether the line goes on past a place, in the picture, be it a pixel off. */
function goesOn(lines: EdgeLines, at: number, place: number, way: 1 | -1): boolean {
  const [from, to] = way > 0 ? [place + SLACK, place + BEYOND] : [place - BEYOND, place - SLACK];
  if (from < 0 || to > lines.length) return false;
  for (let a = Math.max(1, at - 1); a <= at + 1 && a < lines.end; a++)
    if (lines.support(a, from, to) >= LEAST_BEYOND) return true;
  return false;
}

/** Where in an ascending list the first place at or behind `least` is. */
function firstFrom(places: readonly number[], least: number): number {
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((places[middle] as number) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** One corner for each place; a place where some line ends counts as such, though others cross there. */
function distinct(corners: readonly Corner[]): Corner[] {
  const shift = corners.length > MANY_STARTS ? 1 : 0;
  const byPlace = new Map<number, Corner>();
  for (const corner of corners) {
    const place = (corner.y >> shift) * 65_536 + (corner.x >> shift);
    const before = byPlace.get(place);
    if (!before || (before.cross && !corner.cross)) byPlace.set(place, corner);
  }
  return [...byPlace.values()];
}
