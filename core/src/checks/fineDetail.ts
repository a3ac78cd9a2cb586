import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/** Pixels of a row that are looked at together. */
const PIECE = 64;
/** Every third row: letters are several rows high. */
const ROW_STEP = 3;
/** A piece with less change in it holds no letters: the squares of its steps, of brightness, in all. */
const LEAST = 2 * 60 * 60;
/** Fewer pieces say nothing; so many tell as much as all. */
const [FEWEST, ENOUGH] = [30, 8000];
/** Waves in a piece: coarse ones, down to four pixels each, and the finest that pixels can hold, of about two each. */
const COARSE = [4, 16] as const;
const FINEST = [26, 31] as const;
/** The liveliest tenth of the pieces decides: a sharp picture may hold a photograph, a blurred one holds nothing sharp. */
const SHARE = 0.9;

const WINDOW = Float64Array.from(
  { length: PIECE },
  (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / PIECE),
);
const wave = (count: number, of: (angle: number) => number) =>
  Float64Array.from({ length: PIECE }, (_, i) => of((2 * Math.PI * count * i) / PIECE));
const waves = ([first, last]: readonly [number, number]) =>
  Array.from({ length: last - first + 1 }, (_, i) => [
    wave(first + i, Math.cos),
    wave(first + i, Math.sin),
  ]) as Array<[Float64Array, Float64Array]>;
const COARSE_WAVES = waves(COARSE);
const FINEST_WAVES = waves(FINEST);

/**
 * How much of what changes along the rows of a picture changes from pixel to pixel: the energy of the finest waves against
 * that of the coarse ones, in the steps between neighbours. What was made smaller and larger again has edges as steep as
 * ever where its sizes meet the pixels, and ringing makes them steeper; but no waves finer than the small picture had, as
 * the sampling theorem says (Shannon, "Communication in the Presence of Noise", 1949). O(pixels).
 *
 * @returns 0 where nothing is fine; null where there is too little to tell
 */
export function fineDetail(raster: Raster): number | null {
  const { width, height } = raster;
  const grey = greyOf(raster);
  const places: number[] = [];
  for (let y = 0; y < height; y += ROW_STEP) {
    for (let x = 0; x + PIECE < width; x += PIECE / 2) {
      const at = y * width + x;
      if (changeIn(grey, at) >= LEAST) places.push(at);
    }
  }
  if (places.length < FEWEST) return null;
  const apart = Math.max(1, places.length / ENOUGH);
  const steps = new Float64Array(PIECE);
  const shares: number[] = [];
  for (let i = 0; i < places.length; i += apart) {
    const at = places[Math.floor(i)] as number;
    for (let x = 0; x < PIECE; x++)
      steps[x] = ((grey[at + x + 1] as number) - (grey[at + x] as number)) * (WINDOW[x] as number);
    shares.push(energy(steps, FINEST_WAVES) / (energy(steps, COARSE_WAVES) + 1));
  }
  shares.sort((a, b) => a - b);
  return shares[Math.floor(shares.length * SHARE)] ?? null;
}

function changeIn(grey: Uint8Array, at: number): number {
  let sum = 0;
  for (let x = at; x < at + PIECE; x++) sum += ((grey[x + 1] as number) - (grey[x] as number)) ** 2;
  return sum;
}

function energy(steps: Float64Array, waves: ReadonlyArray<readonly [Float64Array, Float64Array]>): number {
  let sum = 0;
  for (const [cosine, sine] of waves) {
    let [c, s] = [0, 0];
    for (let x = 0; x < PIECE; x++) {
      const step = steps[x] as number;
      c += step * (cosine[x] as number);
      s += step * (sine[x] as number);
    }
    sum += c * c + s * s;
  }
  return sum;
}
