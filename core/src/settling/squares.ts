/** Brightness of a grid of pixels of a frame, row by row; always the same grid for frames of one size. */
export interface Samples {
  /** how many are in one row */
  across: number;
  values: Uint8Array;
}

/** Levels by which a sample has to change: video coding flickers by less. */
const CHANGE = 6;
/** Samples along a side of a square. */
const SIDE = 16;
/** Samples of a square that have to change for it to count as changed. */
const FEWEST = 2;

/** Changes that follow one another by less are one going on: a video, a spinner, a caret that blinks. */
const GOING_ON_MS = 700;
/** It has to go on for so long to be ignored. */
const RESTLESS_AFTER_MS = 1400;
/** And then to rest for a part of the time it went on, between these: what was scrolled counts at once, a film does not. */
const REST_PART = 1 / 4;
const [LEAST_REST_MS, MOST_REST_MS] = [500, 3000];

/** A few squares are ignored too when they change about once a second, as a clock does or the edge of a spinner. */
const TICK_MS = 1300;
const TICKING_AFTER_MS = 4200;
/** A larger area that changes so is no clock: someone goes through pages. */
const MOST_TICKING = 24;

export const sameSize = (a: Samples, b: Samples): boolean =>
  a.across === b.across && a.values.length === b.values.length;

/** The squares of a grid of samples, and which of them never stop changing. */
export class Squares {
  readonly across: number;
  readonly count: number;
  private readonly reference: Uint8Array;
  private readonly changedAt: Float64Array;
  private readonly goingOnSince: Float64Array;
  private readonly tickingSince: Float64Array;
  private readonly samplesAcross: number;

  constructor({ across, values }: Samples) {
    this.samplesAcross = across;
    this.across = Math.ceil(across / SIDE);
    this.count = this.across * Math.ceil(values.length / across / SIDE);
    this.reference = values.slice();
    this.changedAt = new Float64Array(this.count).fill(Number.NEGATIVE_INFINITY);
    this.goingOnSince = new Float64Array(this.count);
    this.tickingSince = new Float64Array(this.count);
  }

  /** Takes the next frame's samples. A slow change adds up until it counts. @param at milliseconds */
  next(samples: Samples, at: number): void {
    const changed = this.changes(this.reference, samples.values);
    for (let square = 0; square < this.count; square++) {
      if ((changed[square] as number) < FEWEST) continue;
      this.copy(square, samples.values);
      const gap = at - (this.changedAt[square] as number);
      if (gap > GOING_ON_MS) this.goingOnSince[square] = at;
      if (gap > TICK_MS) this.tickingSince[square] = at;
      this.changedAt[square] = at;
    }
  }

  /** Which squares count: 1, or 0 for one that never stops changing. @param at milliseconds */
  counting(at: number): Uint8Array {
    const counts = new Uint8Array(this.count).fill(1);
    const ticking: number[] = [];
    for (let square = 0; square < this.count; square++) {
      const last = this.changedAt[square] as number;
      const wentOn = last - (this.goingOnSince[square] as number);
      const rest = Math.min(MOST_REST_MS, Math.max(LEAST_REST_MS, wentOn * REST_PART));
      if (wentOn >= RESTLESS_AFTER_MS && at - last < rest) counts[square] = 0;
      const ticked = last - (this.tickingSince[square] as number);
      if (ticked >= TICKING_AFTER_MS && at - last < 2 * TICK_MS) ticking.push(square);
    }
    if (ticking.length <= MOST_TICKING) for (const square of ticking) counts[square] = 0;
    return counts;
  }

  /** When one of the squares that count changed last, in milliseconds. */
  lastChange(counts: Uint8Array): number {
    let last = Number.NEGATIVE_INFINITY;
    for (let square = 0; square < this.count; square++)
      if (counts[square]) last = Math.max(last, this.changedAt[square] as number);
    return last;
  }

  /** How many samples of each square differ. */
  changes(a: Uint8Array, b: Uint8Array): Uint16Array {
    const changed = new Uint16Array(this.count);
    const { samplesAcross: across } = this;
    for (let i = 0, row = 0; i < a.length; row++) {
      const first = Math.floor(row / SIDE) * this.across;
      for (let column = 0; column < across && i < a.length; column++, i++) {
        const d = (a[i] as number) - (b[i] as number);
        if (d > CHANGE || d < -CHANGE) (changed[first + (column >> 4)] as number)++;
      }
    }
    return changed;
  }

  private copy(square: number, values: Uint8Array): void {
    const top = Math.floor(square / this.across) * SIDE;
    const left = (square % this.across) * SIDE;
    const width = Math.min(SIDE, this.samplesAcross - left);
    for (let row = top; row < top + SIDE; row++) {
      const from = row * this.samplesAcross + left;
      if (from >= values.length) break;
      this.reference.set(values.subarray(from, from + width), from);
    }
  }
}
