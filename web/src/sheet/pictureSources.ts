import type { CaptureItem } from '@nachweis/contract';
import { captureName } from '../pictures/captureName.ts';
import { preparePicture } from '../pictures/preparePicture.ts';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import type { SheetPicture } from './sheetPictures.ts';

/** A picture that can be put on a plate, or into another picture. */
export interface PictureSource {
  key: string;
  /** by which it is told from the others */
  name: string;
  /** a small one, for choosing */
  smallUrl: string;
  /** how it came here, in words */
  came: string;
  /** the picture as others get it: framed, with marks, without what is hidden */
  load: () => Promise<ImageBitmap>;
}

/** Newest captures that are offered; as many as are told at once. */
export const MOST_OFFERED = 200;

/** A picture of the sheet, as it is handed in. */
export const sourceOfSheet = (picture: SheetPicture, name: string): PictureSource => ({
  key: picture.evidenceId,
  name,
  smallUrl: picture.url,
  came: SOURCE_WORDS[picture.origin.source],
  load: async () => createImageBitmap(await preparePicture(picture)),
});

/** A capture, whole. */
export const sourceOfCapture = (item: CaptureItem): PictureSource => ({
  key: item.id,
  name: captureName(item),
  smallUrl: item.thumbHref,
  came: SOURCE_WORDS[item.source],
  load: async () => createImageBitmap(await (await fetch(item.href)).blob()),
});
