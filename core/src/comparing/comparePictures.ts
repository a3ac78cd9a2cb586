import pixelmatch from 'pixelmatch';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import type { Lie } from './alignment.ts';
import { layOn } from './layOn.ts';

/** What differs between two pictures that lie on each other. */
export interface Differences {
  /** the second picture in the frame of the first; transparent where it does not reach */
  laid: Raster;
  /** for each pixel of the first 1 where the two differ, where both are */
  changed: Uint8Array;
  /** places that changed, from the upper left to the lower right */
  places: Box[];
  /** pixels that differ and lie in none of these: specks, or more places than are listed */
  unlisted: number;
  /** share of the first that the second covers, 0 to 1 */
  covered: number;
  /** share of what both cover that differs, 0 to 1 */
  share: number;
}

/** Sensitivity of the comparison, 0 to 1, as pixelmatch counts it: what an eye sees beside each other. */
const THRESHOLD = 0.1;
/** Of a pixel read as one number, in the order of bytes of every machine this runs on. */
const ALPHA = 0xff000000;
/** Changed pixels this close together are one place. */
const NEAR = 12;
/** Fewer changed pixels than this are no place of their own, but a speck; a decimal point has more. */
const FEWEST = 3;
/** Most places that are listed; the largest stay. */
const MOST_PLACES = 200;

/** Lays a second picture on a first and lists what differs; letters that are only smoothed otherwise do not count. */
export function comparePictures(first: Raster, second: Raster, alignment: Lie): Differences {
  const laid = layOn(first, second, alignment);
  const { width, height } = first;
  const mask = new Uint8Array(width * height * 4);
  const ignoreMask = new Uint8Array(width * height);
  const reach = new Uint32Array(laid.data.buffer);
  let covering = 0;
  for (let i = 0; i < reach.length; i++)
    if ((reach[i] as number) & ALPHA) covering++;
    else ignoreMask[i] = 1;
  const differing = pixelmatch(first.data, laid.data, mask, width, height, {
    threshold: THRESHOLD,
    diffMask: true,
    ignoreMask,
  });
  const changed = new Uint8Array(width * height);
  const drawn = new Uint32Array(mask.buffer);
  for (let i = 0; i < drawn.length; i++) if (drawn[i] !== 0) changed[i] = 1;
  const places = placesOf(changed, width, height);
  return {
    laid,
    changed,
    places: places.map(({ left, top, right, bottom }) => ({
      x: left,
      y: top,
      width: right - left,
      height: bottom - top,
    })),
    unlisted: differing - places.reduce((sum, place) => sum + place.count, 0),
    covered: covering / (width * height),
    share: covering > 0 ? differing / covering : 0,
  };
}

/** Boxes around changed pixels that lie close together, on a grid of squares: neighbouring squares belong together. */
function placesOf(changed: Uint8Array, width: number, height: number): Extent[] {
  const columns = Math.ceil(width / NEAR);
  const rows = Math.ceil(height / NEAR);
  const squares = Array.from({ length: columns * rows }, () => null as Extent | null);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!changed[y * width + x]) continue;
      const at = Math.floor(y / NEAR) * columns + Math.floor(x / NEAR);
      const one = { left: x, top: y, right: x + 1, bottom: y + 1, count: 1 };
      const here = squares[at];
      squares[at] = here ? joined(here, one) : one;
    }
  const places: Extent[] = [];
  for (let start = 0; start < squares.length; start++) {
    const first = squares[start];
    if (!first) continue;
    squares[start] = null;
    let place = first;
    const open = [start];
    for (let at = open.pop(); at !== undefined; at = open.pop()) {
      const [column, row] = [at % columns, Math.floor(at / columns)];
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
          const near = squares[y * columns + x];
          if (!near) continue;
          squares[y * columns + x] = null;
          place = joined(place, near);
          open.push(y * columns + x);
        }
    }
    if (place.count >= FEWEST) places.push(place);
  }
  return places
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_PLACES)
    .sort((a, b) => a.top - b.top || a.left - b.left);
}

interface Extent {
  left: number;
  top: number;
  right: number;
  bottom: number;
  /** changed pixels in it */
  count: number;
}

const joined = (a: Extent, b: Extent): Extent => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
  count: a.count + b.count,
});
