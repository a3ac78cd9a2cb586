import { type Box, wholeBox } from '../geometry/box.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import { COMMON_WIDTHS, commonHeights, hasDisplayShape, isCommonSize, isDoubleSize } from './displaySizes.ts';
import { likeness, lookAlong, type Reading, type SeamLook, stepAt } from './seams.ts';

/** Levels up to which a pixel counts as the black of an area that no display covers; lossy formats blur it a little. */
const BLACK = 8;
/** More displays in one row or one column are not looked for. */
const MOST_IN_LINE = 4;

export interface DisplayOptions {
  /** an AbortSignal, or what can be asked like one */
  signal?: { throwIfAborted(): void } | undefined;
}

/**
 * Finds the displays in a picture of a whole desktop. Displays stand beside or above one another; where they are not
 * equally high, the area that no display covers is black. What decides is, together: sizes and shapes that displays
 * have, black areas that fit them to the pixel, and steps in the picture along the seam. Where these do not suffice,
 * the picture is taken as one display: a missed seam costs a drag, a false one costs trust.
 *
 * @returns the displays from left to right and top to bottom; one box as large as the picture when there is but one
 * @throws CoreError `bad-raster`; the signal's reason when it is aborted
 */
export function findDisplays(raster: Raster, { signal }: DisplayOptions = {}): Box[] {
  checkRaster(raster);
  const whole = wholeBox(raster);
  const best = [true, false]
    .flatMap((upright) => {
      signal?.throwIfAborted();
      return partitions({ raster, upright }, whole, 0);
    })
    .sort((a, b) => b.score - a.score)[0];
  if (!best) return [whole];
  return [...best.displays].sort((a, b) => a.x - b.x || a.y - b.y);
}

interface Partition {
  displays: Box[];
  /** how much speaks for it; comparable between partitions of one picture only */
  score: number;
}

/** A part between two cuts: one display, its size common or not. */
interface Piece {
  box: Box;
  common: boolean;
  /** black at either end that the size explains */
  black: number;
  /** how well the size fits the black that is seen, 0 to 1 */
  fit: number;
}

/** All ways to cut an area into displays in one direction that what is seen supports, the likeliest first. */
function partitions(reading: Reading, area: Box, depth: number): Partition[] {
  const lines = new Lines(reading, area);
  const seen = lines.seenCuts();
  const found: Partition[] = [];
  /** A part that is no display by itself can be displays in the other direction. */
  const known = new Map<string, Piece[][]>();
  const inner = (from: number, to: number): Piece[][] => {
    const key = `${from},${to}`;
    const before = known.get(key);
    if (before) return before;
    const cut = from === lines.start ? to : from;
    if (depth > 0 || lines.look(cut, lines.low, lines.high).step < WORTH_A_LOOK) return [];
    const part = lines.boxOf(from, to, lines.low, lines.high);
    const pieces = partitions({ raster: reading.raster, upright: !reading.upright }, part, depth + 1)
      .slice(0, 2)
      .map((p) => p.displays.map((box) => ({ box, common: true, black: 0, fit: 0 })));
    known.set(key, pieces);
    return pieces;
  };
  const optionsOf = (from: number, to: number): Piece[][] => {
    const pieces = lines.pieces(from, to);
    if (pieces.length > 0) return pieces.map((piece) => [piece]);
    return inner(from, to);
  };
  const extend = (from: number, made: Piece[][]) => {
    if (made.length > 0) {
      for (const option of optionsOf(from, lines.end)) {
        const parts = [...made, option];
        const score = judge(lines, parts, area);
        if (score !== null) found.push({ displays: parts.flat().map((p) => p.box), score });
      }
    }
    if (made.length >= MOST_IN_LINE - 1) return;
    const cuts = new Set([...lines.commonCuts(from), ...seen]);
    for (const cut of cuts) {
      if (cut - from < LEAST_WIDTH || lines.end - cut < LEAST_WIDTH) continue;
      const options = lines.pieces(from, cut).map((piece) => [piece]);
      if (options.length === 0 && made.length === 0 && seen.includes(cut)) options.push(...inner(from, cut));
      for (const option of options) extend(cut, [...made, option]);
    }
  };
  extend(lines.start, []);
  return found.sort((a, b) => b.score - a.score);
}

/** Runs of black from both ends of every line, and what is seen between lines, each computed once. */
class Lines {
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
  private readonly before: Int32Array;
  private readonly after: Int32Array;
  private readonly ends = new Map<string, { before: number; after: number }>();
  private readonly looks = new Map<string, SeamLook>();

  constructor(
    readonly reading: Reading,
    area: Box,
  ) {
    const { upright } = reading;
    this.start = upright ? area.x : area.y;
    this.end = upright ? area.x + area.width : area.y + area.height;
    this.low = upright ? area.y : area.x;
    this.high = upright ? area.y + area.height : area.x + area.width;
    const count = this.end - this.start;
    this.before = new Int32Array(count);
    this.after = new Int32Array(count);
    for (let i = 0; i < count; i++) {
      const at = this.start + i;
      let black = this.low;
      while (black < this.high && this.isBlack(at, black)) black++;
      this.before[i] = black - this.low;
      black = this.high;
      while (black > this.low && this.isBlack(at, black - 1)) black--;
      this.after[i] = this.high - black;
    }
  }

  private isBlack(at: number, place: number): boolean {
    const { raster, upright } = this.reading;
    const i = (upright ? place * raster.width + at : at * raster.width + place) * 4;
    const { data } = raster;
    return (
      (data[i] as number) <= BLACK && (data[i + 1] as number) <= BLACK && (data[i + 2] as number) <= BLACK
    );
  }

  /** Black that all lines from one cut to the next have at their beginning and at their end. */
  blackEnds(from: number, to: number): { before: number; after: number } {
    const key = `${from},${to}`;
    const known = this.ends.get(key);
    if (known) return known;
    let before = Number.POSITIVE_INFINITY;
    let after = Number.POSITIVE_INFINITY;
    for (let at = from; at < to && before + after > 0; at++) {
      before = Math.min(before, this.before[at - this.start] as number);
      after = Math.min(after, this.after[at - this.start] as number);
    }
    const ends = { before, after };
    this.ends.set(key, ends);
    return ends;
  }

  /** Where a display of a common size that begins at `from` can end, as far as the black at its first line allows. */
  commonCuts(from: number): number[] {
    const length = this.high - this.low;
    const first = from - this.start;
    const black = (this.before[first] as number) + (this.after[first] as number);
    return COMMON_WIDTHS.filter((width) =>
      commonHeights(width).some((high) => high <= length && length - high <= black),
    ).map((width) => from + width);
  }

  /** Where displays can meet by what is seen: where black areas end, and along clear lines. */
  seenCuts(): number[] {
    const steps: number[] = [];
    for (let i = 1; i < this.before.length; i++) {
      const change = Math.max(
        Math.abs((this.before[i] as number) - (this.before[i - 1] as number)),
        Math.abs((this.after[i] as number) - (this.after[i - 1] as number)),
      );
      if (change >= LEAST_BLACK) steps.push(this.start + i);
    }
    const clear: number[] = [];
    for (let at = this.start + LEAST_WIDTH; at <= this.end - LEAST_WIDTH; at++) {
      let count = 0;
      let places = 0;
      for (let place = this.low; place < this.high; place += 7) {
        places++;
        if (stepAt(this.reading, at, place)) count++;
      }
      if (count / places >= CLEAR_STEP) clear.push(at);
    }
    return [...(steps.length > MOST_STEPS ? [] : steps), ...(clear.length > MOST_CLEAR ? [] : clear)];
  }

  boxOf(from: number, to: number, low: number, high: number): Box {
    return this.reading.upright
      ? { x: from, y: low, width: to - from, height: high - low }
      : { x: low, y: from, width: high - low, height: to - from };
  }

  /** The displays that the part from one cut to the next can be, the likeliest first. */
  pieces(from: number, to: number): Piece[] {
    const length = this.high - this.low;
    const { before, after } = this.blackEnds(from, to);
    const pieces: Piece[] = [];
    if (before + after >= 2 * length) return pieces;
    const exact = length - before - after;
    const add = (high: number, common: boolean) => {
      const spare = length - high;
      // Where what is black can be unused or shown, unused area is taken to be at the lower end first.
      const below = Math.min(after, spare);
      const box = this.boxOf(from, to, this.low + spare - below, this.high - below);
      const fit = high === exact ? 1 : high === length ? 0.5 : 0;
      pieces.push({ box, common, black: spare, fit });
    };
    for (const high of commonHeights(to - from)) {
      if (high <= length && length - high <= before + after) add(high, true);
    }
    for (const high of new Set([length, exact])) {
      const size = this.boxOf(from, to, 0, high);
      if (high > 0 && !isCommonSize(size) && hasDisplayShape(size)) add(high, false);
      if (high > 0 && isDoubleSize(size)) add(high, true);
    }
    return pieces;
  }

  look(at: number, from: number, to: number): SeamLook {
    const key = `${at},${from},${to}`;
    let look = this.looks.get(key);
    if (!look) {
      look = lookAlong(this.reading, at, from, to);
      this.looks.set(key, look);
    }
    return look;
  }
}

/** Thinner black is the edge of a window, not an area that no display covers. */
const LEAST_BLACK = 16;
const MOST_STEPS = 40;
/** Share of a line that has to be steps to be looked at as a seam where the sizes alone do not speak for one. */
const CLEAR_STEP = 0.75;
const MOST_CLEAR = 40;
/** Steps along a cut from which the parts on its sides are looked into in the other direction. */
const WORTH_A_LOOK = 0.25;
/** No display is narrower. */
const LEAST_WIDTH = 600;

/**
 * How much speaks for a partition; null when it is not enough.
 *
 * - Common sizes that add up to the picture to the pixel speak for themselves, unless the picture as a whole has the
 *   size of a display too.
 * - Black that fills exactly what a lower display leaves speaks for it.
 * - Everything else has to be seen as a line from end to end.
 */
function judge(lines: Lines, parts: Piece[][], area: Box): number | null {
  const pieces = parts.flat();
  const touchesBoth =
    pieces.some((p) => lowOf(lines, p.box) === lines.low) &&
    pieces.some((p) => highOf(lines, p.box) === lines.high);
  if (!touchesBoth) return null;
  const allCommon = pieces.every((p) => p.common);
  const wholeIsDisplay = isCommonSize(area) || isDoubleSize(area) || hasDisplayShape(area);
  let score = 0;
  let weakest = Number.POSITIVE_INFINITY;
  for (let i = 1; i < parts.length; i++) {
    const [a, b] = [parts[i - 1] as Piece[], parts[i] as Piece[]];
    const at = lines.reading.upright
      ? Math.min(...b.map((p) => p.box.x))
      : Math.min(...b.map((p) => p.box.y));
    const evidence = seamEvidence(lines, at, a, b);
    if (evidence === null) return null;
    score += evidence;
    weakest = Math.min(weakest, evidence);
  }
  // On a display as wide as two, windows stand side by side; a panel that runs through tells it from two displays.
  if (
    isDoubleSize(area) &&
    !parts.every((part, i) => i === 0 || endsOrAlike(lines, parts[i - 1] as Piece[], part))
  )
    return null;
  if (allCommon && !wholeIsDisplay) {
    if (weakest < -0.3) return null;
  } else if (weakest < (allCommon ? 0.55 : 0.7)) return null;
  // Among partitions that are all possible: common sizes before others, equal ones, fewer, and few as wide as two.
  score += allCommon ? 1.5 : 0;
  score += pieces.reduce((sum, p) => sum + p.fit, 0) / pieces.length;
  score -= 0.35 * (pieces.length - 2);
  score -= 0.6 * pieces.filter((p) => isDoubleSize(p.box)).length;
  const first = pieces[0] as Piece;
  if (pieces.every((p) => p.box.width === first.box.width && p.box.height === first.box.height))
    score += 0.15;
  return score;
}

/** Whether a seam is seen at both of its ends, or both displays show the same wallpaper. */
function endsOrAlike(lines: Lines, a: readonly Piece[], b: readonly Piece[]): boolean {
  const [p, q] = [a[0] as Piece, b[0] as Piece];
  const at = lines.reading.upright ? q.box.x : q.box.y;
  return (
    lines.look(at, lines.low, lines.high).bothEnds || likeness(lines.reading.raster, p.box, q.box) >= ALIKE
  );
}

const lowOf = ({ reading }: Lines, box: Box) => (reading.upright ? box.y : box.x);
const highOf = ({ reading }: Lines, box: Box) => (reading.upright ? box.y + box.height : box.x + box.width);

/** From this likeness on, two parts show the same wallpaper. */
const ALIKE = 0.25;

/** What speaks for one seam, about 0 to 2; null when the parts do not even lie side by side. */
function seamEvidence(lines: Lines, at: number, a: readonly Piece[], b: readonly Piece[]): number | null {
  const low = Math.max(
    Math.min(...a.map((p) => lowOf(lines, p.box))),
    Math.min(...b.map((p) => lowOf(lines, p.box))),
  );
  const high = Math.min(
    Math.max(...a.map((p) => highOf(lines, p.box))),
    Math.max(...b.map((p) => highOf(lines, p.box))),
  );
  if (high - low < 100) return null;
  const look = lines.look(at, low, high);
  let evidence = look.step;
  if (!look.bothEnds) evidence -= 0.25;
  // The end of a panel, or of a window that fills its display, stands alone against a wallpaper that runs through.
  if (look.longest >= 20) evidence += 0.15;
  const black = a.concat(b).reduce((sum, p) => sum + (p.fit === 1 ? p.black : 0), 0);
  if (black >= LEAST_BLACK) {
    // Beside the unused area the other display goes on: a step where that is not black too.
    const edges = [
      [lines.low, low],
      [high, lines.high],
    ].filter(([from, to]) => (to as number) > (from as number)) as Array<[number, number]>;
    const beside = Math.max(0, ...edges.map(([from, to]) => lines.look(at, from, to).step));
    evidence += 0.4 + 0.6 * beside;
  }
  const [p, q] = [a[0] as Piece, b[0] as Piece];
  if (a.length === 1 && b.length === 1 && likeness(lines.reading.raster, p.box, q.box) >= ALIKE)
    evidence += 1;
  return evidence;
}
