import { kindOf, marksAsSvg, marksOnPicture, marksOnTrimmed, placingOf } from '@nachweis/core';
import { dataAddressOf } from '../pictures/dataAddress.ts';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { marksAsJson } from '../pictures/marksAsJson.ts';
import { preparePicture } from '../pictures/preparePicture.ts';
import type { Prepared } from '../pictures/useShownPicture.ts';

/**
 * A picture as an SVG: its pixels as they would be handed in, without what is hidden, and over them its marks as vectors,
 * which other programs change. It carries the marks themselves, so that they come in again.
 * @throws Error when the capture cannot be read
 */
export async function pictureAsSvg(picture: Prepared): Promise<Blob> {
  const burned = picture.marks.filter((mark) => kindOf(mark).burns);
  const drawn = picture.marks.filter((mark) => !kindOf(mark).burns);
  const placing = placingOf(picture, picture);
  const ground = await dataAddressOf(await preparePicture({ ...picture, marks: burned }));
  const svg = marksAsSvg(
    marksOnPicture(drawn, placing),
    placing.size,
    PAGE_FONTS,
    measureText,
    marksAsJson(marksOnTrimmed(drawn, placing), placing.trimmed),
    ground,
  );
  return new Blob([svg], { type: 'image/svg+xml' });
}
