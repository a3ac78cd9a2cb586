import type { Box, Point, Size } from '../geometry/box.ts';
import { rimOf } from './ink.ts';
import type { MarkCanvas } from './markCanvas.ts';

/** Width of lines in picture pixels: 0.45 % of the longer side, within bounds, so that they read when all of it is seen. @param weight times that width */
export function lineWidth({ width, height }: Size, weight = 1): number {
  const usual = Math.round(Math.min(Math.max(Math.max(width, height) * 0.0045, 3), 16));
  return Math.max(1, usual * weight);
}

/** Strokes a path twice: wider in the rim's colour, then in the ink. @param path begins and draws the path */
export function strokeRimmed(canvas: MarkCanvas, ink: string, width: number, path: () => void): void {
  canvas.lineCap = 'round';
  canvas.lineJoin = 'round';
  for (const [style, wide] of [
    [rimOf(ink), width * 1.9],
    [ink, width],
  ] as const) {
    canvas.strokeStyle = style;
    canvas.lineWidth = wide;
    canvas.beginPath();
    path();
    canvas.stroke();
  }
}

/** Distance of a place from the line between two others. */
export function distanceToSegment(at: Point, from: Point, to: Point): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = dx * dx + dy * dy;
  const t =
    length === 0 ? 0 : Math.min(Math.max(((at.x - from.x) * dx + (at.y - from.y) * dy) / length, 0), 1);
  return Math.hypot(at.x - from.x - t * dx, at.y - from.y - t * dy);
}

/** Angles that two drafting set squares give. Common practice, no source. */
const STEP = Math.PI / 12;

/** The end of a line nearest to a place at which it lies at a multiple of 15 degrees. */
export function evenEnd(from: Point, to: Point): Point {
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / STEP) * STEP;
  const along = Math.abs((to.x - from.x) * Math.cos(angle) + (to.y - from.y) * Math.sin(angle));
  return { x: from.x + along * Math.cos(angle), y: from.y + along * Math.sin(angle) };
}

/** The smallest box around some places, grown on all sides. */
export function boxAround(points: readonly Point[], grown: number): Box {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs) - grown, Math.min(...ys) - grown];
  return { x, y, width: Math.max(...xs) + grown - x, height: Math.max(...ys) + grown - y };
}
