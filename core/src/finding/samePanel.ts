import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

/** Rows of a panel that are looked at: the thinnest panels are as thin. */
const ROWS = 22;
/** How far from the ends of a panel its starters and its clock stand; the tasks between them are others on each display. */
const CORNER = 150;
/** Levels by which what is drawn on a panel differs from it. */
const DRAWN = 24;
/** Levels by which the same pixels differ after a lossy format or scaling. */
const NEAR = 24;
const LEAST_DRAWN = 40;
const SAME = 0.85;

/**
 * Whether two displays have the same panel along their lower edges: what stands at its ends is the same, as it is not
 * in one panel that runs through both. Title bars along the upper edge look the same on any two windows and say nothing.
 */
export function samePanel(raster: Raster, a: Box, b: Box): boolean {
  if (a.width !== b.width || a.width < 2 * CORNER) return false;
  const left = corners(raster, a, b, 0);
  const right = corners(raster, a, b, a.width - CORNER);
  return (left === 'same' || right === 'same') && left !== 'different' && right !== 'different';
}

type Compared = 'same' | 'different' | 'empty';

function corners({ width, data }: Raster, a: Box, b: Box, from: number): Compared {
  const top = { a: a.y + a.height - ROWS, b: b.y + b.height - ROWS };
  let [drawnA, drawnB, either, same] = [0, 0, 0, 0];
  for (let row = 0; row < ROWS; row++) {
    for (let x = from + 1; x < from + CORNER; x++) {
      const atA = ((top.a + row) * width + a.x + x) * 4;
      const atB = ((top.b + row) * width + b.x + x) * 4;
      const inA = Math.abs((data[atA + 1] as number) - (data[atA - 3] as number)) >= DRAWN;
      const inB = Math.abs((data[atB + 1] as number) - (data[atB - 3] as number)) >= DRAWN;
      if (inA) drawnA++;
      if (inB) drawnB++;
      if (!inA && !inB) continue;
      either++;
      if ([0, 1, 2].every((c) => Math.abs((data[atA + c] as number) - (data[atB + c] as number)) <= NEAR))
        same++;
    }
  }
  if (Math.min(drawnA, drawnB) < LEAST_DRAWN) return 'empty';
  return same >= SAME * either ? 'same' : 'different';
}
