import type { Levels } from '../raster/levels.ts';

/** A straight edge: the points with `x cos + y sin = rho`; it gets lighter in the direction of (cos, sin). */
export interface StraightLine {
  rho: number;
  cos: number;
  sin: number;
  /** edge pixels that voted for it */
  votes: number;
  /** its pixels change along rows or columns only, as in a picture of a screen, however askew they lie on one line */
  upright: boolean;
}

/** Where a grey picture changes, and in which direction it gets lighter. */
export interface Gradients {
  width: number;
  height: number;
  /** levels per pixel, 0 where a neighbour on the same slope is steeper */
  strength: Float32Array;
  /** unit vector towards the lighter side */
  towardsX: Float32Array;
  towardsY: Float32Array;
}

/** Levels per pixel below which a slope is grain or a shadow. */
const FAINTEST = 0.9;

/** Sobel's operator, thinned to ridges (Canny 1986, without its hysteresis). Edges are at most two pixels thick. */
export function gradientsOf({ width, height, levels }: Levels): Gradients {
  const size = width * height;
  const raw = new Float32Array(size);
  const towardsX = new Float32Array(size);
  const towardsY = new Float32Array(size);
  const level = (at: number) => levels[at] as number;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const [above, below] = [at - width, at + width];
      const gx =
        level(above + 1) +
        2 * level(at + 1) +
        level(below + 1) -
        level(above - 1) -
        2 * level(at - 1) -
        level(below - 1);
      const gy =
        level(below - 1) +
        2 * level(below) +
        level(below + 1) -
        level(above - 1) -
        2 * level(above) -
        level(above + 1);
      const long = Math.sqrt(gx * gx + gy * gy);
      if (long / 8 < FAINTEST) continue;
      raw[at] = long / 8;
      towardsX[at] = gx / long;
      towardsY[at] = gy / long;
    }
  const strength = new Float32Array(size);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const here = raw[at] as number;
      if (here === 0) continue;
      const step = Math.round(towardsY[at] as number) * width + Math.round(towardsX[at] as number);
      if (here >= (raw[at + step] as number) && here >= (raw[at - step] as number)) strength[at] = here;
    }
  return { width, height, strength, towardsX, towardsY };
}

const DEGREES = 360;
/** An edge pixel votes for lines that differ this much from its own direction: grain and staircases turn it. */
const SPREAD = 4;
/** Of lines closer than this, in pixels and degrees, the one with more votes stays. */
const [APART, ASKEW] = [2, 4];

/** The longest straight edges: a Hough transform (Duda and Hart 1972) in which each pixel votes along its own direction. */
export function straightLines(
  gradients: Gradients,
  most: number,
  accepts: (degrees: number) => boolean,
): StraightLine[] {
  const { width, height, strength, towardsX, towardsY } = gradients;
  const reach = Math.ceil(Math.hypot(width, height));
  const rhos = 2 * reach + 1;
  const votes = new Uint16Array(DEGREES * rhos);
  const cosines = Float64Array.from({ length: DEGREES }, (_, d) => Math.cos((d * Math.PI) / 180));
  const sines = Float64Array.from({ length: DEGREES }, (_, d) => Math.sin((d * Math.PI) / 180));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (strength[at] === 0) continue;
      const own = Math.round((Math.atan2(towardsY[at] as number, towardsX[at] as number) * 180) / Math.PI);
      for (let turn = -SPREAD; turn <= SPREAD; turn++) {
        const degrees = (own + turn + DEGREES) % DEGREES;
        const rho = Math.round(x * (cosines[degrees] as number) + y * (sines[degrees] as number)) + reach;
        (votes[degrees * rhos + rho] as number)++;
      }
    }
  const peaks: Array<{ degrees: number; rho: number; votes: number }> = [];
  const least = Math.min(width, height) * 0.15;
  for (let degrees = 0; degrees < DEGREES; degrees++) {
    if (!accepts(degrees)) continue;
    for (let rho = 0; rho < rhos; rho++) {
      const count = votes[degrees * rhos + rho] as number;
      if (count >= least) peaks.push({ degrees, rho, votes: count });
    }
  }
  peaks.sort((a, b) => b.votes - a.votes);
  const kept: typeof peaks = [];
  for (const peak of peaks) {
    if (kept.length >= most) break;
    const isTwin = kept.some((other) => {
      const turned = Math.abs(((peak.degrees - other.degrees + 540) % 360) - 180);
      return turned <= ASKEW && Math.abs(peak.rho - other.rho) <= APART + turned;
    });
    if (!isTwin) kept.push(peak);
  }
  return kept.map((peak) =>
    fitted(gradients, {
      rho: peak.rho - reach,
      cos: cosines[peak.degrees] as number,
      sin: sines[peak.degrees] as number,
      votes: peak.votes,
      upright: false,
    }),
  );
}

/** Pixels this close to a line, and this well in its direction, are on it. */
const [ON_LINE, SAME_WAY] = [1.6, 0.95];

/** Whether there is an edge at a place, in the direction of a line. */
export function isOn(
  { width, height, strength, towardsX, towardsY }: Gradients,
  line: StraightLine,
  x: number,
  y: number,
): boolean {
  for (let step = -1; step <= 1; step++) {
    const column = Math.round(x + step * line.cos);
    const row = Math.round(y + step * line.sin);
    if (column < 0 || row < 0 || column >= width || row >= height) continue;
    const at = row * width + column;
    if (
      strength[at] !== 0 &&
      (towardsX[at] as number) * line.cos + (towardsY[at] as number) * line.sin >= SAME_WAY
    )
      return true;
  }
  return false;
}

/** A fifth of a degree, as a share. */
const UPRIGHT = 0.0035;

/** The line that fits the pixels on it best: least squares of their distances. */
function fitted(gradients: Gradients, first: StraightLine): StraightLine {
  const { width, height, strength, towardsX, towardsY } = gradients;
  let line = first;
  for (let round = 0; round < 2; round++) {
    let [count, sumX, sumY, sumXX, sumXY, sumYY] = [0, 0, 0, 0, 0, 0];
    let [wayX, wayY] = [0, 0];
    const add = (x: number, y: number) => {
      const at = y * width + x;
      if (strength[at] === 0) return;
      if ((towardsX[at] as number) * line.cos + (towardsY[at] as number) * line.sin < SAME_WAY) return;
      count++;
      wayX += towardsX[at] as number;
      wayY += towardsY[at] as number;
      sumX += x;
      sumY += y;
      sumXX += x * x;
      sumXY += x * y;
      sumYY += y * y;
    };
    // Along the axis that it is more along, a few pixels to each side.
    if (Math.abs(line.sin) > Math.abs(line.cos))
      for (let x = 0; x < width; x++) {
        const y = (line.rho - x * line.cos) / line.sin;
        for (let row = Math.ceil(y - ON_LINE); row <= y + ON_LINE; row++)
          if (row >= 0 && row < height) add(x, row);
      }
    else
      for (let y = 0; y < height; y++) {
        const x = (line.rho - y * line.sin) / line.cos;
        for (let column = Math.ceil(x - ON_LINE); column <= x + ON_LINE; column++)
          if (column >= 0 && column < width) add(column, y);
      }
    if (count < 8) return line;
    const [meanX, meanY] = [sumX / count, sumY / count];
    const [xx, xy, yy] = [
      sumXX / count - meanX * meanX,
      sumXY / count - meanX * meanY,
      sumYY / count - meanY * meanY,
    ];
    // The normal is the direction in which the pixels spread least.
    const along = Math.atan2(2 * xy, xx - yy) / 2;
    let [cos, sin] = [-Math.sin(along), Math.cos(along)];
    if (cos * line.cos + sin * line.sin < 0) [cos, sin] = [-cos, -sin];
    line = {
      rho: meanX * cos + meanY * sin,
      cos,
      sin,
      votes: line.votes,
      upright: Math.min(Math.abs(wayX), Math.abs(wayY)) < UPRIGHT * count,
    };
  }
  return line;
}
