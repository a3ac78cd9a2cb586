import { greyOf } from '../raster/grey.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

/** Letters lower than this in pixels are hard to read; common practice, no source. */
export const LEAST_LETTER = 5;
/** Pictures are read in strips this wide: columns of text, and what stands beside it, have lines of their own. */
const STRIP = 64;
/** Levels of brightness, of 255, by which neighbours in a stroke differ at least. */
const STROKE = 16;
/** What the strokes of a row have to add up to in a strip: a few letters of low contrast. */
const LEAST_IN_ROW = 220;
/** Strokes that a row of writing crosses in a strip; borders and icons cross fewer. */
const LEAST_CROSSED = 7;
/** Fewer lines in all strips are icons, not text. */
const LEAST_LINES = 6;
const [LOWEST, HIGHEST] = [2, 48];

/** A line of text in one strip of a picture. */
export interface TextLine {
  /** left edge of the strip */
  x: number;
  /** middle of its small letters */
  y: number;
  /** of its small letters, in pixels */
  height: number;
}

/**
 * Lines of text, strip by strip: in rows that cross the small letters (such as x or n) strokes are many, above and below
 * them, where only some letters reach, few. Empty where there is hardly any text. O(pixels).
 */
export function textLines(raster: Raster): TextLine[] {
  checkRaster(raster);
  const { width, height } = raster;
  const grey = greyOf(raster);
  const lines: TextLine[] = [];
  const sums = new Float64Array(height);
  const crossed = new Uint16Array(height);
  for (let left = 0; left + STRIP <= width; left += STRIP) {
    for (let y = 0; y < height; y++) {
      let [sum, count, way] = [0, 0, 0];
      for (let at = y * width + left + 1, end = at + STRIP - 1; at < end; at++) {
        const step = (grey[at] as number) - (grey[at - 1] as number);
        if (step < STROKE && step > -STROKE) continue;
        sum += Math.abs(step);
        if (Math.sign(step) !== way) count++;
        way = Math.sign(step);
      }
      sums[y] = sum;
      crossed[y] = count;
    }
    for (const line of linesOf(sums, crossed)) lines.push({ x: left, ...line });
  }
  return lines.length < LEAST_LINES ? [] : lines;
}

/** Height in pixels of the small letters of a picture, the median over its lines. Null where there is hardly any text. */
export function letterHeight(raster: Raster): number | null {
  const heights = textLines(raster)
    .map((line) => line.height)
    .sort((a, b) => a - b);
  return heights[heights.length >> 1] ?? null;
}

/** The smallest scale at which text stays readable, at most 1; null where there is no text. */
export function leastScale(raster: Raster): number | null {
  const letters = letterHeight(raster);
  return letters === null ? null : Math.min(1, LEAST_LETTER / letters);
}

/** The lines of one strip: the middle of each, and how high its small letters are. */
function linesOf(sums: Float64Array, crossed: Uint16Array): Array<Omit<TextLine, 'x'>> {
  const lines: Array<Omit<TextLine, 'x'>> = [];
  for (let from = 0; from < sums.length; from++) {
    if ((sums[from] as number) < LEAST_IN_ROW) continue;
    let to = from;
    let most = 0;
    while (to < sums.length && (sums[to] as number) >= LEAST_IN_ROW) {
      most = Math.max(most, sums[to] as number);
      to++;
    }
    // Lines that touch are told apart by the rows between them, which are less full.
    for (let y = from; y < to; y++) {
      if ((sums[y] as number) < most / 2) continue;
      const top = y;
      let crossings = 0;
      while (y < to && (sums[y] as number) >= most / 2)
        crossings = Math.max(crossings, crossed[y++] as number);
      const high = y - top + partOf(sums, top, -1, most / 2) + partOf(sums, y - 1, 1, most / 2) - 1;
      if (crossings >= LEAST_CROSSED && high >= LOWEST && high <= HIGHEST)
        lines.push({ y: (top + y) / 2, height: high });
    }
    from = to;
  }
  return lines;
}

/** Where between a row and the next the half is crossed, 0 to 1. */
function partOf(sums: Float64Array, row: number, way: 1 | -1, half: number): number {
  const [here, next] = [sums[row] as number, sums[row + way] ?? 0];
  return here > next ? Math.min(1, (here - half) / (here - next)) : 0.5;
}
