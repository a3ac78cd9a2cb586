import type { Size } from '../geometry/box.ts';

/** What is wrong with a picture's bytes. */
export type Damage = 'cut-short' | 'wrong-crc' | 'bad-structure';

/** What a picture's own structure says, read without decoding a pixel. */
export interface PictureHeader extends Size {
  /** true when the file holds more than one picture over time; only the first one is taken */
  animated: boolean;
}

export type HeaderResult =
  | { ok: true; header: PictureHeader }
  | { ok: false; damage: Damage; detail: string };

export const damaged = (damage: Damage, detail: string): HeaderResult => ({ ok: false, damage, detail });
export const headerOf = (width: number, height: number, animated: boolean): HeaderResult =>
  width > 0 && height > 0
    ? { ok: true, header: { width, height, animated } }
    : damaged('bad-structure', `its header gives the size ${width} x ${height}`);
