import type { Raster } from '../raster/raster.ts';
import { findCorners } from './corners.ts';
import { coveredOutlines } from './coveredOutlines.ts';
import { findEdges } from './edges.ts';
import { areaOf, type Outline, onceEach } from './outline.ts';
import { wholeOutlines } from './wholeOutlines.ts';

export interface OutlineOptions {
  /** smallest side of an outline in pixels, a third less for a bar ten times as long; default 24 */
  smallest?: number;
  /** most outlines that are given; default 600, some of every size */
  most?: number;
  /** an AbortSignal, or what can be asked like one */
  signal?: { throwIfAborted(): void } | undefined;
}

/** What a covered window covers may itself be covered: each round looks one layer deeper. */
const ROUNDS = 2;

/**
 * Finds the outlines of windows and parts in a picture of a screen: boxes whose four sides are edges and whose corners
 * are corners, and then those that another found box covers in part. Nothing found is a normal answer.
 *
 * @returns outlines from the largest to the smallest
 * @throws the signal's reason when it is aborted
 */
export function findOutlines(raster: Raster, options: OutlineOptions = {}): Outline[] {
  const { smallest = 24, most = 600, signal } = options;
  const edges = findEdges(raster);
  signal?.throwIfAborted();
  const corners = findCorners(edges);
  signal?.throwIfAborted();
  const { whole, threeSided, threeCornered } = wholeOutlines(edges, corners, smallest, raster, signal);
  let found = onceEach(whole, raster);
  const lookBelow = () => {
    for (let round = 0; round < ROUNDS; round++) {
      signal?.throwIfAborted();
      const more = onceEach([...found, ...coveredOutlines(edges, corners, found, smallest)], raster);
      if (more.length === found.length) break;
      found = more;
    }
  };
  lookBelow();
  // After those that are sure, so that they push out none of them.
  const sure = found.length;
  found = onceEach([...found, ...threeSided], raster);
  if (found.length > sure) lookBelow();
  // Last: they are seldom windows, and what is no window covers none.
  found = onceEach([...found, ...threeCornered], raster);
  return someOfEach(found, most).sort((a, b) => areaOf(b.box) - areaOf(a.box));
}

/** Of too many outlines, some of every size: neither do a thousand cells push out the windows, nor windows a menu. */
function someOfEach(outlines: readonly Outline[], most: number): Outline[] {
  if (outlines.length <= most) return [...outlines];
  const sizes = new Map<number, Outline[]>();
  for (const outline of [...outlines].sort((a, b) => b.support - a.support)) {
    // Each size is four times as large as the one below.
    const size = Math.floor(Math.log2(areaOf(outline.box)) / 2);
    const list = sizes.get(size);
    if (list) list.push(outline);
    else sizes.set(size, [outline]);
  }
  const kept: Outline[] = [];
  const fewestFirst = [...sizes.values()].sort((a, b) => a.length - b.length);
  for (const [i, list] of fewestFirst.entries())
    kept.push(...list.slice(0, Math.floor((most - kept.length) / (fewestFirst.length - i))));
  return kept;
}
