import type { Size } from '../geometry/box.ts';

/** Most pictures on one plate. */
export const MOST_ON_PLATE = 12;

/** Rows of one height each, columns of one width each, two beside each other, or each where a hand has put it. */
export const ARRANGEMENTS = ['rows', 'columns', 'pairs', 'hand'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];

/** A page of ISO 216 (A4 and its kin, 1 : √2), upright or lying; or as high as what is on it. */
export const SHEETS = ['upright', 'lying', 'free'] as const;
export type Sheet = (typeof SHEETS)[number];

/** Where a hand has put a picture, in pixels from the corner where the pictures of the sheet begin; its height follows. */
export interface PlatePlace {
  x: number;
  y: number;
  width: number;
}

/** One picture of a plate: how large it is, and what stands below it. */
export interface PlatePicture extends Size {
  caption: string;
  /** source and licence of a picture that came from elsewhere; empty where it is one's own */
  credit: string;
  /** used where it is arranged by hand; absent: below all others */
  place?: PlatePlace | undefined;
}

/** Several pictures on one sheet. */
export interface Plate {
  heading: string;
  /** a line below the heading: name, course, date */
  particulars: string;
  arrangement: Arrangement;
  sheet: Sheet;
  /** steps are counted in the captions */
  isNumbered: boolean;
  /** in reading order, 1 to 12 */
  pictures: readonly PlatePicture[];
}

/** Width of the short side of a sheet in pixels: A4 at about 190 for an inch. */
const SHORT_SIDE = 1600;
/** Pixels for each inch: the short side of A4 is 210 mm (ISO 216). */
export const PLATE_RESOLUTION = SHORT_SIDE / (210 / 25.4);

/** Width and most height of a sheet in pixels. */
export function sheetSize(sheet: Sheet): Size {
  const long = Math.round(SHORT_SIDE * Math.SQRT2);
  switch (sheet) {
    case 'upright':
      return { width: SHORT_SIDE, height: long };
    case 'lying':
      return { width: long, height: SHORT_SIDE };
    case 'free':
      return { width: SHORT_SIDE, height: Number.POSITIVE_INFINITY };
  }
}
