import { type Box, type Point, type Size, wholeBox } from '../geometry/box.ts';
import { clampBox } from '../geometry/clampBox.ts';
import { polygonBox } from '../outline/polygon.ts';

/** How a part was chosen; a display and a window were found in the picture, a region was drawn. */
export type BoxedKind = 'region' | 'display' | 'window';

/** Which part of a capture counts. `width`, where given, is the width in pixels that the part is scaled to. */
export type Framing =
  | { kind: 'whole'; width?: number | undefined }
  | { kind: BoxedKind; box: Box; width?: number | undefined }
  | { kind: 'outline'; points: Point[]; width?: number | undefined };

/** The part of the capture that counts, in capture pixels; a part that lies outside the capture counts as the whole. */
export function framedBox(framing: Framing, capture: Size): Box {
  if (framing.kind === 'whole') return wholeBox(capture);
  const box =
    framing.kind === 'outline' ? polygonBox(framing.points, capture) : clampBox(framing.box, capture);
  return box ?? wholeBox(capture);
}

/** A frame that covers everything is the whole, however it was made. */
export function framingOf(box: Box, capture: Size, kind: BoxedKind = 'region'): Framing {
  const whole = box.x <= 0 && box.y <= 0 && box.width >= capture.width && box.height >= capture.height;
  return whole ? { kind: 'whole' } : { kind, box };
}
