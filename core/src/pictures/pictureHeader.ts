import type { Size } from '../geometry/box.ts';

/** What is wrong with a picture's bytes. */
export type Damage = 'cut-short' | 'wrong-crc' | 'bad-structure';

/** Where and how: data for a sentence. */
export type DamageDetail =
  | { what: 'ends-inside' | 'ends-before' | 'wrong-checksum' | 'lacks'; part: string }
  | { what: 'starts-not-with'; part: string }
  | { what: 'unknown-part'; part: string }
  | { what: 'no-marker' | 'unknown-block'; at: number }
  | { what: 'wrong-length'; part: string; length: number; at?: number }
  | { what: 'shorter-than-it-says' | 'wide-boxes' }
  | { what: 'no-size'; width: number; height: number };

/** What a picture's own structure says, read without decoding a pixel. */
export interface PictureHeader extends Size {
  /** true when the file holds more than one picture over time; only the first one is taken */
  animated: boolean;
  /** how it has to be turned or mirrored to stand upright: the values of EXIF's tag 274, 1 for as it is */
  orientation: number;
}

export type HeaderResult =
  | { ok: true; header: PictureHeader }
  | { ok: false; damage: Damage; detail: DamageDetail };

export const damaged = (damage: Damage, detail: DamageDetail): HeaderResult => ({
  ok: false,
  damage,
  detail,
});
export const headerOf = (width: number, height: number, animated: boolean, orientation = 1): HeaderResult =>
  width > 0 && height > 0
    ? { ok: true, header: { width, height, animated, orientation } }
    : damaged('bad-structure', { what: 'no-size', width, height });

/** The size of a picture once it stands upright: values 5 to 8 turn it by a quarter. */
export const uprightSize = ({ width, height, orientation }: PictureHeader): Size =>
  orientation >= 5 ? { width: height, height: width } : { width, height };
