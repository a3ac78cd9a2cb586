import type { SheetPicture } from '../sheet/sheetPictures.ts';

/** Pictures, each with the capture it is of: the same bytes that came in twice are one. */
export const withCaptures = (pictures: readonly SheetPicture[]) =>
  pictures.map((picture) => ({ ...picture, capture: picture.sha256 ?? picture.captureId }));
