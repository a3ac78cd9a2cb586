import type { Box } from '../geometry/box.ts';
import { COMMON_WIDTHS, commonHeights, hasDisplayShape, isCommonSize, isDoubleSize } from './displaySizes.ts';
import { lookAlong, type Reading, type SeamLook, stepAt } from './seams.ts';

/** A part between two cuts: one display, its size common or not. */
export interface Piece {
  box: Box;
  common: boolean;
  /** black at either end that the size explains */
  black: number;
  /** how well the size fits the black that is seen: above 0.5 it explains it; -1 where another size that displays have fits it */
  fit: number;
  /** nothing is seen on it: a display that is off or asleep */
  blank: boolean;
}

/** Levels up to which a pixel counts as the black of an area that no display covers; lossy formats blur it a little. */
const BLACK = 8;
/** Thinner black is the edge of a window, not an area that no display covers. */
export const LEAST_BLACK = 16;
/** Pixels of black that lossy formats and scaling take from its edge. Heights of displays of one width differ by more. */
const WORN = 16;
/** Lines beside a cut that scaling mixes with those on its other side. */
const MIXED = 2;
/** No display is narrower, not even in a picture that was made smaller. */
export const LEAST_WIDTH = 480;
const MOST_STEPS = 40;
/** Share of a line that has to be steps to be looked at as a seam where the sizes alone do not speak for one. */
const CLEAR_STEP = 0.75;
const MOST_CLEAR = 40;

/** Runs of black from both ends of every line, and what is seen between lines, each computed once. */
export class Lines {
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
  private blackEnds(from: number, to: number): { before: number; after: number } {
    const key = `${from},${to}`;
    const known = this.ends.get(key);
    if (known) return known;
    let before = Number.POSITIVE_INFINITY;
    let after = Number.POSITIVE_INFINITY;
    for (let at = from + MIXED; at < to - MIXED && before + after > 0; at++) {
      before = Math.min(before, this.before[at - this.start] as number);
      after = Math.min(after, this.after[at - this.start] as number);
    }
    const ends = { before, after };
    this.ends.set(key, ends);
    return ends;
  }

  /** Where a display of a common size that begins at `from` can end, as far as the black near its first line allows. */
  commonCuts(from: number): number[] {
    const length = this.high - this.low;
    const near = Math.min(from - this.start + MIXED, this.before.length - 1);
    const black = spareOf((this.before[near] as number) + (this.after[near] as number));
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
    if (before >= length) return this.blankPieces(from, to);
    const pieces: Piece[] = [];
    const exact = length - before - after;
    const worn = spareOf(before + after) - before - after;
    const shaped = this.shapedNear(from, to, exact, worn);
    const add = (high: number, common: boolean) => {
      const spare = length - high;
      const below = belowOf(spare, before, after);
      const box = this.boxOf(from, to, this.low + spare - below, this.high - below);
      const explained = high <= exact && high >= exact - worn;
      // A size that leaves black unexplained loses to one that a display could have and that fits all of it.
      const fit = explained
        ? high === exact
          ? 1
          : 0.7 - (exact - high) / 100
        : shaped !== null
          ? -1
          : high === length
            ? 0.5
            : 0;
      pieces.push({ box, common, black: spare, fit, blank: false });
    };
    for (const high of commonHeights(to - from)) {
      if (high <= length && length - high <= before + after + worn) add(high, true);
    }
    for (const high of new Set([length, shaped ?? exact])) {
      const size = this.boxOf(from, to, 0, high);
      if (high > 0 && !isCommonSize(size) && hasDisplayShape(size)) add(high, false);
      if (high > 0 && isDoubleSize(size)) add(high, true);
    }
    return pieces;
  }

  /** A height that gives the shape of a display and explains the black that is seen; null where there is none. */
  private shapedNear(from: number, to: number, exact: number, worn: number): number | null {
    if (worn === 0) return null;
    for (let less = 0; less <= worn; less++)
      if (hasDisplayShape(this.boxOf(from, to, 0, exact - less))) return exact - less;
    return null;
  }

  /** How high a display is that shows nothing cannot be seen: as high as all, where that is a size or shape of displays. */
  private blankPieces(from: number, to: number): Piece[] {
    const length = this.high - this.low;
    const common = commonHeights(to - from).filter((high) => high <= length);
    const full = this.boxOf(from, to, this.low, this.high);
    const high =
      common.includes(length) || hasDisplayShape(full) || common.length === 0 ? length : Math.max(...common);
    const box = this.boxOf(from, to, this.low, this.low + high);
    if (common.length === 0 && !hasDisplayShape(full)) return [];
    return [{ box, common: common.includes(high), black: 0, fit: 0.5, blank: true }];
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

/** How much of a line can be unused, by the black that is seen of it. */
const spareOf = (black: number): number => (black >= LEAST_BLACK ? black + WORN : black);

/**
 * How much of what is spare lies after the display. Where its edge is worn, it is taken to lie at one end or in the
 * middle, as desktops lay displays out, when that is near; where what is black can be unused or shown, unused area is
 * taken to be at the lower end first.
 */
function belowOf(spare: number, before: number, after: number): number {
  if (spare - before - after <= 0) return Math.min(after, spare);
  const laidOut = [0, Math.floor(spare / 2), spare].find((below) => Math.abs(below - after) <= WORN);
  return laidOut ?? after;
}
