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

/** Where two parts of equal size show the same textured pixels at the same place, as one wallpaper on both does; 0 to 1. */
export function likeness({ width, data }: Raster, a: Box, b: Box): number {
  if (a.width !== b.width || a.height !== b.height) return 0;
  let textured = 0;
  let same = 0;
  for (let y = 2; y < a.height; y += 5) {
    for (let x = 2; x < a.width; x += 5) {
      const first = ((a.y + y) * width + a.x + x) * 4;
      const second = ((b.y + y) * width + b.x + x) * 4;
      if (!isTextured(data, first, width) || !isTextured(data, second, width)) continue;
      textured++;
      if (
        data[first] === data[second] &&
        data[first + 1] === data[second + 1] &&
        data[first + 2] === data[second + 2]
      )
        same++;
    }
  }
  return textured < 200 ? 0 : same / textured;
}

/** Levels that neighbours in a photograph or a drawn wallpaper differ by; text and borders differ by far more. */
const TEXTURE = 48;

function isTextured(data: Uint8ClampedArray, at: number, width: number): boolean {
  const left = Math.abs((data[at + 1] as number) - (data[at - 7] as number));
  const above = Math.abs((data[at + 1] as number) - (data[at + 1 - 8 * width] as number));
  return Math.max(left, above) > 0 && Math.max(left, above) <= TEXTURE;
}
