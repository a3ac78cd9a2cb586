import { band } from './kinds/band.ts';
import { clear } from './kinds/clear.ts';
import { cutHere } from './kinds/cutHere.ts';
import { ground } from './kinds/ground.ts';
import { mirror } from './kinds/mirror.ts';
import { setOff } from './kinds/setOff.ts';
import { tilt } from './kinds/tilt.ts';
import { tone } from './kinds/tone.ts';
import { turn } from './kinds/turn.ts';
import type { Trim, TrimKind } from './trim.ts';

/** The one table of steps; what they do to pixels is in one beside it. */
export const TRIM_KINDS: { [K in Trim['kind']]: TrimKind<Extract<Trim, { kind: K }>> } = {
  band,
  turn,
  mirror,
  tilt,
  clear,
  'cut-here': cutHere,
  'set-off': setOff,
  ground,
  tone,
};

/** What is known of a step's kind. */
export const trimKindOf = (trim: Trim): TrimKind<Trim> => TRIM_KINDS[trim.kind] as TrimKind<Trim>;
