import { type Box, wholeBox } from '../geometry/box.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import { LEAST_WIDTH, Lines, type Piece } from './displayLines.ts';
import { halvesOf } from './halvesOf.ts';
import { type Judged, judgePartition } from './judgePartition.ts';
import type { Reading } from './seams.ts';

/** More displays in one row or one column are not looked for. */
const MOST_IN_LINE = 4;
/** Steps along a cut from which the parts on its sides are looked into in the other direction. */
const WORTH_A_LOOK = 0.25;

export interface DisplayOptions {
  /** an AbortSignal, or what can be asked like one */
  signal?: { throwIfAborted(): void } | undefined;
}

/** What there is to say of the displays in a picture. */
export interface Displays {
  /** those that are there, from left to right and top to bottom; one box as large as the picture when there is but one */
  sure: Box[];
  /** where `sure` is one: the two that it may be as well, to be asked about; else none */
  perhaps: Box[];
}

/**
 * Finds the displays in a picture of a whole desktop. Displays stand beside or above one another; where they are not
 * equally high, the area that no display covers is black. What decides is, together: sizes and shapes that displays
 * have, black areas that fit them, steps in the picture along the seam, and a wallpaper or a panel that is the same on
 * each. Where these do not suffice, the picture is taken as one display: a missed seam costs a drag, a false one costs
 * trust. Two windows that fill the halves of one display as wide as two look like two displays: that is a question.
 *
 * @throws CoreError `bad-raster`; the signal's reason when it is aborted
 */
export function findDisplays(raster: Raster, { signal }: DisplayOptions = {}): Displays {
  checkRaster(raster);
  const whole = wholeBox(raster);
  const found = [true, false]
    .flatMap((upright) => {
      signal?.throwIfAborted();
      return partitions({ raster, upright }, whole, 0);
    })
    .sort((a, b) => b.score - a.score);
  const inOrder = (displays: readonly Box[]) => [...displays].sort((a, b) => a.x - b.x || a.y - b.y);
  const best = found.find((partition) => partition.sure);
  if (best) return { sure: inOrder(best.displays), perhaps: [] };
  const [perhaps] = found;
  return { sure: [whole], perhaps: perhaps ? inOrder(perhaps.displays) : halvesOf(raster) };
}

interface Partition extends Judged {
  displays: Box[];
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
      .filter((p) => p.sure)
      .slice(0, 2)
      .map((p) => p.displays.map((box) => ({ box, common: true, black: 0, fit: 0, blank: false })));
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
        const judged = judgePartition(lines, parts, area);
        if (judged) found.push({ displays: parts.flat().map((p) => p.box), ...judged });
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
