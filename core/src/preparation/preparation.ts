import type { Framing } from '../marks/framing.ts';
import type { Mark } from '../marks/mark.ts';
import type { Encoding } from '../pictures/encoding.ts';
import type { Trim } from '../trims/trim.ts';

/** What is made of a capture: which part of it counts, what is done to that, what lies on it, and as which file. */
export interface Preparation {
  framing: Framing;
  /** one after the other; see `Trim` */
  trims: readonly Trim[];
  /** in pixels of the capture */
  marks: readonly Mark[];
  /** null: as the proof point and the picture ask for */
  encoding: Encoding | null;
}
