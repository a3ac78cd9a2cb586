import { type Box, type Size, wholeBox } from '../geometry/box.ts';
import { clampBox } from '../geometry/clampBox.ts';

/** Which part of a capture counts. */
export type Framing = { kind: 'whole' } | { kind: 'region'; box: Box };

/** The part of the capture that counts, in capture pixels; a region that lies outside the capture counts as the whole. */
export function framedBox(framing: Framing, capture: Size): Box {
  if (framing.kind === 'whole') return wholeBox(capture);
  return clampBox(framing.box, capture) ?? wholeBox(capture);
}

/** A frame that covers everything is the whole, however it was made. */
export function framingOf(box: Box, capture: Size): Framing {
  const whole = box.x <= 0 && box.y <= 0 && box.width >= capture.width && box.height >= capture.height;
  return whole ? { kind: 'whole' } : { kind: 'region', box };
}
