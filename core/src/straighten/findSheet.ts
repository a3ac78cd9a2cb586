import type { Point } from '../geometry/box.ts';
import { otsu } from '../raster/otsu.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import type { Quad } from './homography.ts';

/** The search runs on about this many pixels along the longer side; corners are good to a pixel or two of the original. */
const SEARCH = 400;
/** A sheet fills at least this share of the picture. */
const LEAST_SHARE = 0.08;
/** And at least this share of the quad spanned by its corners: else it is no quad. */
const LEAST_FILL = 0.9;

/**
 * Finds the corners of one clear sheet or screen in a photograph: the largest patch that stands out in brightness from
 * what surrounds it (threshold by Otsu 1979), lighter or darker, when it is about a quad.
 *
 * @returns null when there is no clear one; that is a normal answer
 */
export function findSheet(raster: Raster): Quad | null {
  checkRaster(raster);
  const step = Math.max(1, Math.ceil(Math.max(raster.width, raster.height) / SEARCH));
  const { width, height, levels } = shrinkToGrey(raster, step);
  const threshold = otsu(levels);
  const tries = [(v: number) => v > threshold, (v: number) => v <= threshold]
    .map((is) => largestPatch(levels, width, height, is))
    .flatMap((patch) => (patch ? [quadOf(patch, width, height)] : []))
    .filter((found) => found !== null)
    .filter(({ quad }) => hasStraightSides(levels, width, height, threshold, quad) && !isUpright(quad))
    .sort((a, b) => b.area - a.area);
  const best = tries[0];
  if (!best) return null;
  const enlarge = ({ x, y }: Point): Point => ({
    x: Math.min(x * step, raster.width),
    y: Math.min(y * step, raster.height),
  });
  const [a, b, c, d] = best.quad;
  return [enlarge(a), enlarge(b), enlarge(c), enlarge(d)];
}

/** Places along a side that are looked at, but for its ends: corners are rounded, or bent. */
const PLACES = 40;
const ENDS = 0.08;
/** How far to either side of the line, in pixels of the search. */
const BESIDE = 3;
/** And on how much of each side it has to be the edge of something. */
const LEAST_EDGE = 0.85;

/** Whether all four sides are straight edges over their length: what lies inside differs from what lies outside. */
function hasStraightSides(
  levels: Uint8Array,
  width: number,
  height: number,
  threshold: number,
  quad: Quad,
): boolean {
  const isLight = (x: number, y: number): boolean => {
    const column = Math.min(width - 1, Math.max(0, Math.floor(x)));
    const row = Math.min(height - 1, Math.max(0, Math.floor(y)));
    return (levels[row * width + column] as number) > threshold;
  };
  return quad.every((from, i) => {
    const to = quad[(i + 1) % 4] as Point;
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    // Corners go clockwise on a picture's axes: what is inside is to the right of the way.
    const [rightX, rightY] = [-(to.y - from.y) / long, (to.x - from.x) / long];
    let edge = 0;
    for (let place = 0; place < PLACES; place++) {
      const along = ENDS + ((1 - 2 * ENDS) * place) / (PLACES - 1);
      const [x, y] = [from.x + (to.x - from.x) * along, from.y + (to.y - from.y) * along];
      const inside = isLight(x + BESIDE * rightX, y + BESIDE * rightY);
      if (inside !== isLight(x - BESIDE * rightX, y - BESIDE * rightY)) edge++;
    }
    return edge >= LEAST_EDGE * PLACES;
  });
}

/** A quad whose sides follow the pixels is a window in a picture of a screen; no camera is held so straight. */
const isUpright = ([a, b, c, d]: Quad): boolean =>
  Math.abs(a.y - b.y) <= 1 &&
  Math.abs(c.y - d.y) <= 1 &&
  Math.abs(a.x - d.x) <= 1 &&
  Math.abs(b.x - c.x) <= 1;

function shrinkToGrey({ width, height, data }: Raster, step: number) {
  const w = Math.floor(width / step);
  const h = Math.floor(height / step);
  const levels = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let dy = 0; dy < step; dy++) {
        for (let dx = 0; dx < step; dx++) {
          const i = ((y * step + dy) * width + x * step + dx) * 4;
          sum +=
            0.299 * (data[i] as number) + 0.587 * (data[i + 1] as number) + 0.114 * (data[i + 2] as number);
        }
      }
      levels[y * w + x] = sum / (step * step);
    }
  }
  return { width: w, height: h, levels };
}

interface Patch {
  labels: Int32Array;
  label: number;
  area: number;
}

function largestPatch(
  levels: Uint8Array,
  width: number,
  height: number,
  is: (level: number) => boolean,
): Patch | null {
  const labels = new Int32Array(width * height);
  let next = 0;
  let best: Patch | null = null;
  const open: number[] = [];
  for (let start = 0; start < labels.length; start++) {
    if (labels[start] !== 0 || !is(levels[start] as number)) continue;
    next++;
    let area = 0;
    let border = 0;
    labels[start] = next;
    open.push(start);
    while (open.length > 0) {
      const at = open.pop() as number;
      area++;
      const x = at % width;
      const y = (at - x) / width;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) border++;
      const around = [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width];
      for (const near of around) {
        if (near < 0 || near >= labels.length || labels[near] !== 0 || !is(levels[near] as number)) continue;
        labels[near] = next;
        open.push(near);
      }
    }
    // What runs along most of the picture's border is what the sheet lies on.
    if (border > (width + height) / 2) continue;
    if (!best || area > best.area) best = { labels, label: next, area };
  }
  return best;
}

/** The patch's outermost points in the four diagonal directions, when they span about what it covers. */
function quadOf(
  { labels, label, area }: Patch,
  width: number,
  height: number,
): { quad: Quad; area: number } | null {
  if (area < LEAST_SHARE * width * height) return null;
  const corner = (sx: number, sy: number): Point => {
    let best = Number.NEGATIVE_INFINITY;
    let at: Point = { x: 0, y: 0 };
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        if (labels[y * width + x] !== label) continue;
        const far = sx * x + sy * y;
        // The outer corner of the outermost pixel.
        if (far > best) {
          best = far;
          at = { x: sx > 0 ? x + 1 : x, y: sy > 0 ? y + 1 : y };
        }
      }
    }
    return at;
  };
  const quad: Quad = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  const spanned = quadArea(quad);
  if (spanned <= 0 || area / spanned < LEAST_FILL || area / spanned > 1.12) return null;
  return { quad, area };
}

/** Area of a quad by the shoelace formula. */
function quadArea(quad: Quad): number {
  let sum = 0;
  for (let i = 0; i < 4; i++) {
    const a = quad[i] as Point;
    const b = quad[(i + 1) % 4] as Point;
    sum += a.x * b.y - b.x * a.y;
  }
  return Math.abs(sum) / 2;
}
