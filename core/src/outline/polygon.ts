import type { Box, Point, Size } from '../geometry/box.ts';
import { clampBox } from '../geometry/clampBox.ts';

/** The smallest box of whole pixels that holds a polygon and lies in the picture; null when nothing of it does. */
export function polygonBox(points: readonly Point[], within: Size): Box | null {
  if (points.length < 3) return null;
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const left = Math.floor(Math.min(...xs));
  const top = Math.floor(Math.min(...ys));
  return clampBox(
    { x: left, y: top, width: Math.ceil(Math.max(...xs)) - left, height: Math.ceil(Math.max(...ys)) - top },
    within,
  );
}

/** Scan lines per pixel; coverage is exact across and to a sixteenth down. */
const LINES = 16;

/**
 * How much of each pixel of a box a polygon covers, 0 to 255, by the even-odd rule: the anti-aliased mask of an
 * outline. Points are in picture pixels, pixel (0, 0) covering 0 to 1.
 */
export function polygonCoverage(points: readonly Point[], box: Box): Uint8Array {
  const cover = new Float32Array(box.width * box.height);
  for (let line = 0; line < box.height * LINES; line++) {
    const y = box.y + (line + 0.5) / LINES;
    const crossings: number[] = [];
    for (let i = 0; i < points.length; i++) {
      const a = points[i] as Point;
      const b = points[(i + 1) % points.length] as Point;
      if (a.y <= y === b.y <= y) continue;
      crossings.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x));
    }
    crossings.sort((p, q) => p - q);
    const row = Math.floor(line / LINES) * box.width;
    for (let i = 0; i + 1 < crossings.length; i += 2)
      addSpan(cover, row, (crossings[i] as number) - box.x, (crossings[i + 1] as number) - box.x, box.width);
  }
  return Uint8Array.from(cover, (share) => Math.round(Math.min(share / LINES, 1) * 255));
}

function addSpan(cover: Float32Array, row: number, from: number, to: number, width: number): void {
  const start = Math.max(from, 0);
  const end = Math.min(to, width);
  for (let x = Math.floor(start); x < end; x++) {
    const part = Math.min(x + 1, end) - Math.max(x, start);
    if (part > 0) cover[row + x] = (cover[row + x] as number) + part;
  }
}
