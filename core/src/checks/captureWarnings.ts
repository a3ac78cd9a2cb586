import type { Box } from '../geometry/box.ts';
import type { PointRequirements } from '../handIns/missingForHandIn.ts';
import { flatShare } from '../raster/flatShare.ts';
import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';
import { tooSmall } from './tooSmall.ts';

export type WarningCode =
  | 'all-black'
  | 'one-colour'
  | 'black-area'
  | 'blank'
  | 'several-displays'
  | 'too-small'
  | 'blurred';

/** What has to be said of a capture while it can still be taken again. */
export interface CaptureWarning {
  code: WarningCode;
  sentence: string;
}

const ALL = 0.998;
const BLANK = 0.985;
const BLACK_AREA = 0.2;
const DARK = 24;
/** Steps of brightness, of 255, that the sharpest of all pixels reach at least in a picture that is in focus. */
const SHARP = 26;

/**
 * Looks at a capture at once.
 * @param displays how many displays were found in it
 * @param asked what the proof point asks for, where the picture goes to one
 */
export function captureWarnings(
  raster: Raster,
  displays: number,
  asked: Pick<PointRequirements, 'minWidth' | 'minHeight' | 'surface'> | null,
): CaptureWarning[] {
  const warnings: CaptureWarning[] = [];
  const flat = flatShare(raster);
  const dark = Math.max(flat.colour.r, flat.colour.g, flat.colour.b) <= DARK;
  if (flat.share >= ALL) {
    return [
      dark
        ? {
            code: 'all-black',
            sentence: 'The picture is all black. Protected video and a failed grab look like this.',
          }
        : { code: 'one-colour', sentence: 'The picture is one flat colour; nothing is to be seen.' },
    ];
  }
  if (flat.share >= BLANK) warnings.push({ code: 'blank', sentence: 'The picture is nearly blank.' });
  else if (dark && displays < 2 && blackAreaShare(raster) >= BLACK_AREA) {
    warnings.push({
      code: 'black-area',
      sentence: 'A large part of the picture is plain black. Video that is protected comes out like this.',
    });
  }
  if (displays > 1 && asked?.surface !== 'all-displays') {
    warnings.push({
      code: 'several-displays',
      sentence: `${displays} displays are in the picture. Choose the one that is meant, or take it again.`,
    });
  }
  const small = asked && tooSmall(raster, asked);
  if (small) warnings.push({ code: 'too-small', sentence: small });
  if (flat.share < BLANK && sharpness(raster) < SHARP)
    warnings.push({ code: 'blurred', sentence: 'The picture is blurred; its text may not be readable.' });
  return warnings;
}

/** Whether the part of a capture that was chosen settles what was to be said: it lies on one of several displays. */
export function isSettled(warning: CaptureWarning, displays: readonly Box[], part: Box): boolean {
  return warning.code === 'several-displays' && displays.some((display) => isInside(part, display));
}

const isInside = (part: Box, whole: Box) =>
  part.x >= whole.x &&
  part.y >= whole.y &&
  part.x + part.width <= whole.x + whole.width &&
  part.y + part.height <= whole.y + whole.height;

const BLOCK = 16;
/** How much of the box around it a black area fills: a video surface all of it, a black terminal not where its text is. */
const FILLED = 0.96;

/** Share of the picture that the largest black rectangle covers, in blocks of 16 x 16 pixels. */
function blackAreaShare({ width, height, data }: Raster): number {
  const columns = Math.floor(width / BLOCK);
  const rows = Math.floor(height / BLOCK);
  const black = new Uint8Array(columns * rows);
  for (let block = 0; block < black.length; block++) {
    const left = (block % columns) * BLOCK;
    const top = Math.floor(block / columns) * BLOCK;
    let is = 1;
    for (let i = 0; i < BLOCK * BLOCK && is; i++) {
      const at = ((top + (i >> 4)) * width + left + (i & 15)) * 4;
      if ((data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number) > 12) is = 0;
    }
    black[block] = is;
  }
  let best = 0;
  const open: number[] = [];
  for (let start = 0; start < black.length; start++) {
    if (!black[start]) continue;
    let [count, left, right, top, bottom] = [0, columns, 0, rows, 0];
    black[start] = 0;
    open.push(start);
    while (open.length > 0) {
      const at = open.pop() as number;
      const x = at % columns;
      const y = (at - x) / columns;
      count++;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      for (const near of [x > 0 ? at - 1 : -1, x < columns - 1 ? at + 1 : -1, at - columns, at + columns]) {
        if (!black[near]) continue;
        black[near] = 0;
        open.push(near);
      }
    }
    if (count >= FILLED * (right - left + 1) * (bottom - top + 1)) best = Math.max(best, count);
  }
  return best / Math.max(columns * rows, 1);
}

/**
 * How steep the steepest steps between neighbours are: the level that one pixel in 2000 reaches. After the idea of
 * measuring focus by the Laplacian (Pech-Pacheco and others 2000), but by its top and not its variance: a screen is
 * mostly flat and still sharp.
 */
function sharpness(raster: Raster): number {
  const { width, height } = raster;
  const grey = greyOf(raster);
  const counts = new Uint32Array(1024);
  let all = 0;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const laplacian = Math.abs(
        4 * (grey[at] as number) -
          (grey[at - 1] as number) -
          (grey[at + 1] as number) -
          (grey[at - width] as number) -
          (grey[at + width] as number),
      );
      const cell = Math.min(laplacian, 1023);
      counts[cell] = (counts[cell] as number) + 1;
      all++;
    }
  }
  let above = 0;
  for (let level = 1023; level >= 0; level--) {
    above += counts[level] as number;
    if (above > all / 2000) return level;
  }
  return 0;
}
