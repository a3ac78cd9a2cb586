import { checkRaster, type Raster } from '../raster/raster.ts';
import { grainOf } from './grain.ts';

/**
 * A straight stretch of edge between two rows or columns of pixels. `at` is the first row (column) behind the edge:
 * 0 is the picture's own upper (left) border, its height (width) the lower (right) one. Covers `from` to `to`, excluded.
 */
export interface EdgeRun {
  at: number;
  from: number;
  to: number;
}

/** The straight edges of a picture in one direction, and how much of any stretch is edge. */
export interface EdgeLines {
  runs: EdgeRun[];
  /** the last line, which is the picture's lower or right border; the first is 0 */
  end: number;
  /** how long each line is */
  length: number;
  /** share of the stretch `from` to `to` at line `at` on which there is an edge, 0 to 1; 1 on the picture's border */
  support(at: number, from: number, to: number): number;
}

export interface Edges {
  /** edges along rows: upper and lower sides of boxes */
  rows: EdgeLines;
  /** edges along columns: left and right sides of boxes */
  columns: EdgeLines;
}

/**
 * Levels, of 255, by which neighbours have to differ in some channel: a window that is white, on white, has a shadow that is
 * hardly darker; but below it, slopes of a wallpaper would count, and in pictures with grain what a coding left.
 */
const [STEP, STEP_IN_GRAIN] = [5, 8];
const GRAIN = 0.025;
/** Levels by which neighbours along a border may differ: borders are flat or a slope, photographs are neither. */
const SMOOTH = 4;
/** A gap this long is bridged: a corner of a letter, or a pixel that happens to match. */
const GAP = 3;
/** Levels by which a border may change over such a gap. */
const DRIFT = 16;
/** Shorter stretches are letters and icons. */
const SHORTEST_RUN = 20;

/**
 * Finds the straight edges of a picture: places where neighbours differ across a line while the picture is smooth along
 * it on at least one side, as the border of a window is, whatever lies behind it. Time and memory O(pixels).
 */
export function findEdges(raster: Raster): Edges {
  checkRaster(raster);
  const { width, height, data } = raster;
  const pixels =
    data.byteOffset % 4 === 0
      ? new Uint32Array(data.buffer, data.byteOffset, width * height)
      : new Uint32Array(data.slice().buffer);
  const step = grainOf(raster) > GRAIN ? STEP_IN_GRAIN : STEP;
  return {
    rows: edgeLines(pixels, height, width, step),
    columns: edgeLines(turned(pixels, width, height), width, height, step),
  };
}

/** Pixels in a square that is turned at a time, so that what is read and what is written both stay in the cache. */
const SQUARE = 32;

/** The pixels with rows and columns exchanged: to walk down a column of a large picture is slow. */
function turned(pixels: Uint32Array, width: number, height: number): Uint32Array {
  const out = new Uint32Array(width * height);
  for (let top = 0; top < height; top += SQUARE)
    for (let left = 0; left < width; left += SQUARE) {
      const [bottom, right] = [Math.min(top + SQUARE, height), Math.min(left + SQUARE, width)];
      for (let y = top; y < bottom; y++)
        for (let x = left; x < right; x++) out[x * height + y] = pixels[y * width + x] as number;
    }
  return out;
}

/** Edges between the rows of a picture that is `lines` high and `length` wide. */
function edgeLines(pixels: Uint32Array, lines: number, length: number, step: number): EdgeLines {
  const data = new Uint8Array(pixels.buffer, pixels.byteOffset, pixels.length * 4);
  const runs: EdgeRun[] = [
    { at: 0, from: 0, to: length },
    { at: lines, from: 0, to: length },
  ];
  /** for line `at` and place `p`, entry `at * (length + 1) + p` counts the edges before p */
  const counts = new Uint16Array(lines * (length + 1));
  const inside = new RunReader(data, runs);
  const outside = new RunReader(data, runs);
  for (let at = 1; at < lines; at++) {
    const row = at * (length + 1);
    let count = 0;
    const before = runs.length;
    inside.start(at);
    outside.start(at);
    for (let place = 0; place < length; place++) {
      const pixel = at * length + place;
      // Most neighbours are equal, and asked at once.
      if (pixels[pixel] !== pixels[pixel - length] && differ(data, pixel * 4, (pixel - length) * 4, step)) {
        const here = pixel * 4;
        const opposite = here - length * 4;
        const back = place > 0 ? -4 : 4;
        const on = place < length - 1 ? 4 : -4;
        const smoothHere =
          !differ(data, here, here + back, SMOOTH + 1) || !differ(data, here, here + on, SMOOTH + 1);
        const smoothBefore =
          !differ(data, opposite, opposite + back, SMOOTH + 1) ||
          !differ(data, opposite, opposite + on, SMOOTH + 1);
        if (smoothHere) inside.edge(place, here);
        if (smoothBefore) outside.edge(place, opposite);
        if (smoothHere || smoothBefore) count++;
      }
      counts[row + place + 1] = count;
    }
    inside.end();
    outside.end();
    dropTwins(runs, before);
  }
  return {
    runs,
    end: lines,
    length,
    support(at, from, to) {
      if (to <= from || at <= 0 || at >= lines) return 1;
      const row = at * (length + 1);
      return ((counts[row + to] as number) - (counts[row + from] as number)) / (to - from);
    },
  };
}

/** Of the runs from `first` on, drops those that are another but for its ends: most edges are seen from both sides. */
function dropTwins(runs: EdgeRun[], first: number): void {
  const line = runs.splice(first).sort((a, b) => a.from - b.from || b.to - a.to);
  for (const run of line) {
    const last = runs.length > first ? runs[runs.length - 1] : undefined;
    const isTwin = last && run.from - last.from <= GAP && run.to <= last.to && last.to - run.to <= GAP;
    if (!isTwin) runs.push(run);
  }
}

/** Gathers the edge pixels of one line, seen from one of its sides, into runs of about one colour. */
class RunReader {
  private at = 0;
  private from = -1;
  private last = -1;
  private lastByte = 0;

  constructor(
    private readonly data: Uint8Array,
    private readonly runs: EdgeRun[],
  ) {}

  start(at: number): void {
    this.at = at;
    this.from = -1;
  }

  edge(place: number, byte: number): void {
    if (this.from >= 0 && (place - this.last > GAP || differ(this.data, byte, this.lastByte, DRIFT)))
      this.end();
    if (this.from < 0) this.from = place;
    this.last = place;
    this.lastByte = byte;
  }

  end(): void {
    if (this.from >= 0 && this.last + 1 - this.from >= SHORTEST_RUN)
      this.runs.push({ at: this.at, from: this.from, to: this.last + 1 });
    this.from = -1;
  }
}

function differ(data: Uint8Array, a: number, b: number, by: number): boolean {
  const red = (data[a] as number) - (data[b] as number);
  if (red >= by || red <= -by) return true;
  const green = (data[a + 1] as number) - (data[b + 1] as number);
  if (green >= by || green <= -by) return true;
  const blue = (data[a + 2] as number) - (data[b + 2] as number);
  return blue >= by || blue <= -by;
}
