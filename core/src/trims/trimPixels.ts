import type { Raster } from '../raster/raster.ts';
import { bandPixels } from './kinds/band.ts';
import { clearPixels } from './kinds/clear.ts';
import { cutHerePixels } from './kinds/cutHere.ts';
import { groundPixels } from './kinds/ground.ts';
import { mirrorPixels } from './kinds/mirror.ts';
import { setOffPixels } from './kinds/setOff.ts';
import { tiltPixels } from './kinds/tilt.ts';
import { tonePixels } from './kinds/tone.ts';
import { turnPixels } from './kinds/turn.ts';
import type { Trim, TrimPixels } from './trim.ts';

/** What each step does to pixels: apart from the table of where it puts them, which is all that a page needs at first. */
export const TRIM_PIXELS: { [K in Trim['kind']]: TrimPixels<Extract<Trim, { kind: K }>> } = {
  band: bandPixels,
  turn: turnPixels,
  mirror: mirrorPixels,
  tilt: tiltPixels,
  clear: clearPixels,
  'cut-here': cutHerePixels,
  'set-off': setOffPixels,
  ground: groundPixels,
  tone: tonePixels,
};

/** Does a step, whatever its kind. */
export const applyTrim = (trim: Trim, picture: Raster): Raster =>
  (TRIM_PIXELS[trim.kind] as TrimPixels<Trim>)(trim, picture);
