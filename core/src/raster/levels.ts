import type { Raster } from './raster.ts';

/** Levels of grey, row by row. */
export interface Levels {
  width: number;
  height: number;
  levels: Float32Array;
}

/** Luma (ITU-R BT.601); what is transparent counts as white. */
export function levelsOf({ width, height, data }: Raster): Levels {
  const levels = new Float32Array(width * height);
  for (let i = 0, p = 0; i < levels.length; i++, p += 4) {
    const luma =
      0.299 * (data[p] as number) + 0.587 * (data[p + 1] as number) + 0.114 * (data[p + 2] as number);
    const alpha = (data[p + 3] as number) / 255;
    levels[i] = luma * alpha + 255 * (1 - alpha);
  }
  return { width, height, levels };
}

/** The level at a place between pixels, linearly; places are middles of pixels at whole numbers. */
export function levelAt({ width, height, levels }: Levels, x: number, y: number): number {
  const left = Math.min(Math.max(Math.floor(x), 0), width - 1);
  const top = Math.min(Math.max(Math.floor(y), 0), height - 1);
  const right = Math.min(left + 1, width - 1);
  const bottom = Math.min(top + 1, height - 1);
  const across = Math.min(Math.max(x - left, 0), 1);
  const down = Math.min(Math.max(y - top, 0), 1);
  const upper =
    (levels[top * width + left] as number) * (1 - across) + (levels[top * width + right] as number) * across;
  const lower =
    (levels[bottom * width + left] as number) * (1 - across) +
    (levels[bottom * width + right] as number) * across;
  return upper * (1 - down) + lower * down;
}

/** The picture in another size: means of whole pixels first, then linearly, so that fine lines do not vanish. */
export function scaled(picture: Levels, factor: number): Levels {
  const step = Math.max(1, Math.floor(1 / factor + 1e-9));
  const small = step > 1 ? shrunk(picture, step) : picture;
  const left = factor * step;
  if (Math.abs(left - 1) < 1e-6) return small;
  const width = Math.max(1, Math.round(small.width * left));
  const height = Math.max(1, Math.round(small.height * left));
  const levels = new Float32Array(width * height);
  const across = between(width, small.width, left);
  const down = between(height, small.height, left);
  for (let y = 0; y < height; y++) {
    const top = (down.before[y] as number) * small.width;
    const bottom = (down.after[y] as number) * small.width;
    const b = down.share[y] as number;
    for (let x = 0; x < width; x++) {
      const l = across.before[x] as number;
      const r = across.after[x] as number;
      const a = across.share[x] as number;
      const upper = (small.levels[top + l] as number) * (1 - a) + (small.levels[top + r] as number) * a;
      const lower = (small.levels[bottom + l] as number) * (1 - a) + (small.levels[bottom + r] as number) * a;
      levels[y * width + x] = upper * (1 - b) + lower * b;
    }
  }
  return { width, height, levels };
}

/** Between which two of `most` pixels the middle of each of `count` lies, and how far on from the first of them. */
export function between(count: number, most: number, factor: number, shift = 0) {
  const before = new Int32Array(count);
  const after = new Int32Array(count);
  const share = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const place = (i + 0.5 - shift) / factor - 0.5;
    const left = Math.min(Math.max(Math.floor(place), 0), most - 1);
    before[i] = left;
    after[i] = Math.min(left + 1, most - 1);
    share[i] = Math.min(Math.max(place - left, 0), 1);
  }
  return { before, after, share };
}

function shrunk({ width, height, levels }: Levels, step: number): Levels {
  const w = Math.max(1, Math.floor(width / step));
  const h = Math.max(1, Math.floor(height / step));
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let dy = 0; dy < step; dy++)
        for (let dx = 0; dx < step; dx++)
          sum += levels[
            Math.min(y * step + dy, height - 1) * width + Math.min(x * step + dx, width - 1)
          ] as number;
      out[y * w + x] = sum / (step * step);
    }
  return { width: w, height: h, levels: out };
}

/** How much the levels change at each pixel: the same for light on dark as for dark on light. */
export function slopesOf({ width, height, levels }: Levels): Levels {
  const out = new Float32Array(levels.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const across = (levels[at + 1] as number) - (levels[at - 1] as number);
      const down = (levels[at + width] as number) - (levels[at - width] as number);
      // A strong edge counts hardly more than a clear one: what is common are the places.
      out[at] = Math.min(Math.sqrt(across * across + down * down), 60);
    }
  return { width, height, levels: out };
}
