import type { Size } from '../geometry/box.ts';
import { isOpaque, type Raster } from './raster.ts';

/** How pixels are made larger or smaller: letters and lines keep their edges, or photographs their gradations. */
export const SCALINGS = ['sharp', 'smooth'] as const;
export type Scaling = (typeof SCALINGS)[number];

/**
 * A picture in another size. Sharp: made smaller with Lanczos's kernel of three lobes, made larger by repeating pixels,
 * which mixes two of them only where the factor is not whole. Smooth: with Mitchell and Netravali's kernel (Reconstruction
 * Filters in Computer Graphics, SIGGRAPH 1988: B = C = 1/3), both ways.
 *
 * The server and the page make the same pixels by it. It holds no more of the picture in between than the rows it needs.
 *
 * @param size at least one pixel each way
 * @returns the picture itself where it has that size
 */
export function resized(picture: Raster, size: Size, scaling: Scaling): Raster {
  if (picture.width === size.width && picture.height === size.height) return picture;
  const across = tapsOf(picture.width, size.width, scaling);
  const down = tapsOf(picture.height, size.height, scaling);
  const opaque = isOpaque(picture);
  const data = new Uint8ClampedArray(size.width * size.height * 4);
  // Rows that are resized across, by their place in the picture; those above what is needed next are let go.
  const rows = new Map<number, Float32Array>();
  const sum = new Float32Array(size.width * 4);
  for (let y = 0; y < size.height; y++) {
    const { first, weights } = down[y] as Taps;
    for (const row of rows.keys()) if (row < first) rows.delete(row);
    sum.fill(0);
    for (const [i, weight] of weights.entries()) {
      const at = first + i;
      const row = rows.get(at) ?? resizedRow(picture, at, across, opaque);
      rows.set(at, row);
      for (let x = 0; x < sum.length; x++) sum[x] = (sum[x] as number) + (row[x] as number) * weight;
    }
    put(sum, data, y * size.width * 4, opaque);
  }
  return { ...size, data };
}

/** Which pixels of a row make one of the new ones, and how much each counts; together 1. */
interface Taps {
  first: number;
  weights: Float32Array;
}

function tapsOf(from: number, to: number, scaling: Scaling): Taps[] {
  const ratio = from / to;
  const kernel = scaling === 'smooth' ? MITCHELL : ratio > 1 ? LANCZOS3 : null;
  // A kernel gets as wide as what it has to take together.
  const wide = Math.max(1, ratio);
  return Array.from({ length: to }, (_, i) => {
    const [low, high] = kernel
      ? [(i + 0.5) * ratio - 0.5 - kernel.reach * wide, (i + 0.5) * ratio - 0.5 + kernel.reach * wide]
      : [i * ratio, (i + 1) * ratio];
    const [start, end] = kernel
      ? [Math.ceil(low), Math.floor(high)]
      : [Math.floor(low + EXACT), Math.ceil(high - EXACT) - 1];
    const first = Math.max(0, start);
    const weights = new Float32Array(Math.min(from - 1, end) - first + 1);
    let total = 0;
    for (let at = start; at <= end; at++) {
      const weight = kernel
        ? kernel.at((at - (i + 0.5) * ratio + 0.5) / wide)
        : Math.min(high, at + 1) - Math.max(low, at);
      // Beyond its edge a picture goes on as it ends.
      const place = Math.min(Math.max(at, 0), from - 1) - first;
      weights[place] = (weights[place] as number) + weight;
      total += weight;
    }
    return { first, weights: weights.map((weight) => weight / total) };
  });
}

/** Less of a pixel is a slip of the computation. */
const EXACT = 1e-9;

interface Kernel {
  /** how far from a place pixels count */
  reach: number;
  at: (distance: number) => number;
}

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

const LANCZOS3: Kernel = { reach: 3, at: (x) => (Math.abs(x) < 3 ? sinc(x) * sinc(x / 3) : 0) };

const MITCHELL: Kernel = {
  reach: 2,
  at(distance) {
    const x = Math.abs(distance);
    if (x < 1) return (7 * x ** 3 - 12 * x ** 2 + 16 / 3) / 6;
    return x < 2 ? ((-7 / 3) * x ** 3 + 12 * x ** 2 - 20 * x + 32 / 3) / 6 : 0;
  },
};

/** A row of the picture in its new width; colours count as much as their pixels are seen. */
function resizedRow(
  { width, data }: Raster,
  y: number,
  across: readonly Taps[],
  opaque: boolean,
): Float32Array {
  const row = new Float32Array(across.length * 4);
  const start = y * width * 4;
  for (const [x, { first, weights }] of across.entries()) {
    let [r, g, b, a] = [0, 0, 0, 0];
    for (let i = 0; i < weights.length; i++) {
      const at = start + (first + i) * 4;
      const alpha = (data[at + 3] as number) * (weights[i] as number);
      const seen = opaque ? (weights[i] as number) : alpha / 255;
      r += (data[at] as number) * seen;
      g += (data[at + 1] as number) * seen;
      b += (data[at + 2] as number) * seen;
      a += alpha;
    }
    row[x * 4] = r;
    row[x * 4 + 1] = g;
    row[x * 4 + 2] = b;
    row[x * 4 + 3] = a;
  }
  return row;
}

function put(sum: Float32Array, data: Uint8ClampedArray, start: number, opaque: boolean): void {
  for (let at = 0; at < sum.length; at += 4) {
    const alpha = opaque ? 255 : (sum[at + 3] as number);
    // What is not seen at all has no colour.
    const seen = opaque ? 1 : alpha >= 0.5 ? alpha / 255 : Number.POSITIVE_INFINITY;
    for (let channel = 0; channel < 3; channel++)
      data[start + at + channel] = (sum[at + channel] as number) / seen;
    data[start + at + 3] = alpha;
  }
}
