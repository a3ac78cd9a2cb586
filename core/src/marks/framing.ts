import { type Box, type Point, type Size, wholeBox } from '../geometry/box.ts';
import { clampBox } from '../geometry/clampBox.ts';
import { polygonBox } from '../outline/polygon.ts';
import type { Scaling } from '../raster/resize.ts';

/** How a part was chosen; a display and a window were found in the picture, a region was drawn. */
export type BoxedKind = 'region' | 'display' | 'window';

/** The size that a part is scaled to. */
export interface ScaledTo {
  /** in pixels; absent: its own */
  width?: number | undefined;
  /** absent: sharp */
  scaling?: Scaling | undefined;
}

/** Which part of a capture counts, and how large it is made. */
export type Framing = (
  | { kind: 'whole' }
  | { kind: BoxedKind; box: Box }
  | { kind: 'outline'; points: Point[] }
) &
  ScaledTo;

/** What of a frame is not about which part it is, to be kept when another part is chosen. */
export const scaledTo = ({ width, scaling }: Framing): ScaledTo => ({
  ...(width !== undefined && { width }),
  ...(width !== undefined && scaling && { scaling }),
});

/** The part of the capture that counts, in capture pixels; a part that lies outside the capture counts as the whole. */
export function framedBox(framing: Framing, capture: Size): Box {
  if (framing.kind === 'whole') return wholeBox(capture);
  const box =
    framing.kind === 'outline' ? polygonBox(framing.points, capture) : clampBox(framing.box, capture);
  return box ?? wholeBox(capture);
}

/** The frame as it lies in the capture: the corners of its part, or the points of its outline, in capture pixels. */
export function frameCorners(framing: Framing, capture: Size): Point[] {
  if (framing.kind === 'outline') return framing.points;
  const { x, y, width, height } = framedBox(framing, capture);
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

/** A frame that covers everything is the whole, however it was made. */
export function framingOf(box: Box, capture: Size, kind: BoxedKind = 'region'): Framing {
  const whole = box.x <= 0 && box.y <= 0 && box.width >= capture.width && box.height >= capture.height;
  return whole ? { kind: 'whole' } : { kind, box };
}
