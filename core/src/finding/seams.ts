import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

/** A picture read along one of its directions, so that one computation serves seams of both. */
export interface Reading {
  raster: Raster;
  /** true: seams are columns, places along them rows; false: the other way round */
  upright: boolean;
}

/** What the pixels say about a seam between two displays. */
export interface SeamLook {
  /** share of the places along it with a step across it, less the share usual around it; -1 to 1 */
  step: number;
  /** longest unbroken stretch of steps that stands alone, in pixels */
  longest: number;
  /** whether there are steps at both of its ends: a panel that runs through denies that */
  bothEnds: boolean;
}

/** Levels, of 255, from which neighbours differ. */
const STEP = 8;
/** Columns on either side that tell what is usual here; the nearest are left out, windows have borders. */
const AROUND = [-9, -7, -5, -3, 3, 5, 7, 9] as const;
/** Pixels at each end of a seam that are looked at for its ends. */
const END = 6;

/** Whether the pixels on both sides of a line differ, `at` being the first line behind it. */
export function stepAt({ raster, upright }: Reading, at: number, place: number): boolean {
  const { width, data } = raster;
  const here = (upright ? place * width + at : at * width + place) * 4;
  const before = here - (upright ? 4 : width * 4);
  for (let channel = 0; channel < 3; channel++) {
    const difference = (data[here + channel] as number) - (data[before + channel] as number);
    if (difference >= STEP || difference <= -STEP) return true;
  }
  return false;
}

/** Looks along a line from `from` to `to`. O(length). */
export function lookAlong(reading: Reading, at: number, from: number, to: number): SeamLook {
  const limit = reading.upright ? reading.raster.width : reading.raster.height;
  let steps = 0;
  let usual = 0;
  let longest = 0;
  let stretch = 0;
  let firstSteps = 0;
  let lastSteps = 0;
  for (let place = from; place < to; place++) {
    let around = 0;
    for (const d of AROUND) {
      const near = at + d;
      if (near > 0 && near < limit && stepAt(reading, near, place)) around++;
    }
    usual += around / AROUND.length;
    if (!stepAt(reading, at, place)) {
      stretch = 0;
      continue;
    }
    steps++;
    if (place < from + END) firstSteps++;
    if (place >= to - END) lastSteps++;
    stretch = around <= 2 ? stretch + 1 : 0;
    longest = Math.max(longest, stretch);
  }
  const length = Math.max(to - from, 1);
  return {
    step: (steps - usual) / length,
    longest,
    bothEnds: firstSteps >= END / 2 && lastSteps >= END / 2,
  };
}

/** Parts are compared by this many fields in each direction. */
const FIELDS = 10;
/** Textured places from which a field says something, and the share of them that has to be the same. */
const LEAST_TEXTURED = 12;
/** Rows and columns they have to lie in: the edge of a window lies in one. */
const LEAST_ROWS = 6;
const SAME_FIELD = 0.6;
const LEAST_FIELDS = 4;
/** A slope, or plain paper, is also the same this many pixels further on, and says nothing. */
const FURTHER = 160;

/**
 * Share of the fields with texture in which two parts of equal size show the same pixels at the same place, as one
 * wallpaper on both does; 0 to 1. By fields, since letters of two windows are the same here and there, but nowhere over
 * an area.
 */
export function likeness({ width, data }: Raster, a: Box, b: Box): number {
  if (a.width !== b.width || a.height !== b.height) return 0;
  const textured = new Uint32Array(FIELDS * FIELDS);
  const same = new Uint32Array(FIELDS * FIELDS);
  const further = new Uint32Array(FIELDS * FIELDS);
  const beside = a.y === b.y;
  const isSame = (first: number, second: number) =>
    [0, 1, 2].every((c) => Math.abs((data[first + c] as number) - (data[second + c] as number)) <= SAME);
  // Bits for the rows and columns seen, which may repeat: enough to tell few from many.
  const rows = new Uint32Array(FIELDS * FIELDS);
  const columns = new Uint32Array(FIELDS * FIELDS);
  for (let y = 2; y < a.height; y += 5) {
    const row = Math.floor((y * FIELDS) / a.height) * FIELDS;
    for (let x = 2; x < a.width; x += 5) {
      const first = ((a.y + y) * width + a.x + x) * 4;
      const second = ((b.y + y) * width + b.x + x) * 4;
      if (!isTextured(data, first, width) || !isTextured(data, second, width)) continue;
      const field = row + Math.floor((x * FIELDS) / a.width);
      textured[field] = (textured[field] as number) + 1;
      rows[field] = (rows[field] as number) | (1 << ((y / 5) & 31));
      columns[field] = (columns[field] as number) | (1 << ((x / 5) & 31));
      if (isSame(first, second)) same[field] = (same[field] as number) + 1;
      const place = beside ? x : y;
      const step = place + FURTHER < (beside ? a.width : a.height) ? FURTHER : -FURTHER;
      if (isSame(first, second + step * (beside ? 4 : 4 * width)))
        further[field] = (further[field] as number) + 1;
    }
  }
  let [telling, alike] = [0, 0];
  textured.forEach((count, field) => {
    if (count < LEAST_TEXTURED || Math.min(bits(rows[field]), bits(columns[field])) < LEAST_ROWS) return;
    telling++;
    if ((same[field] as number) >= Math.max(SAME_FIELD * count, 2 * (further[field] as number))) alike++;
  });
  return alike < LEAST_FIELDS ? 0 : alike / telling;
}

function bits(word: number | undefined): number {
  let count = 0;
  for (let left = word ?? 0; left !== 0; left &= left - 1) count++;
  return count;
}

/** Levels by which the same pixels differ after a lossy format. */
const SAME = 3;

/** Levels that neighbours in a photograph or a drawn wallpaper differ by; text and borders differ by far more. */
const TEXTURE = 48;

function isTextured(data: Uint8ClampedArray, at: number, width: number): boolean {
  const left = Math.abs((data[at + 1] as number) - (data[at - 7] as number));
  const above = Math.abs((data[at + 1] as number) - (data[at + 1 - 8 * width] as number));
  return Math.max(left, above) > 0 && Math.max(left, above) <= TEXTURE;
}
