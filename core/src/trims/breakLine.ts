/**
 * The line of technical drawing that says "it goes on, but not here": a thin straight line with zigzags (ISO 128-2,
 * line 01.1 with zigzags; the exact spacing is free there and ours here).
 */

/** Places along a line between two zigzags, and how long one is, in amplitudes. */
const BETWEEN = 24;
const LONG = 4;

/** How far the line lies from its middle at a place along it, in -1 to 1. @param along in amplitudes */
export function zigzag(along: number): number {
  const at = (((along - BETWEEN / 2) % BETWEEN) + BETWEEN) % BETWEEN;
  if (at >= LONG) return 0;
  const part = at / LONG;
  if (part < 0.25) return part * 4;
  if (part < 0.75) return 2 - part * 4;
  return part * 4 - 4;
}

/** Coverage of a pixel by the line, 0 to 1. @param off how far the pixel's middle lies from the line, across it */
export function lineCover(off: number, width: number): number {
  return Math.min(Math.max(width / 2 + 0.5 - Math.abs(off), 0), 1);
}
