import type { Box, Size } from '../geometry/box.ts';
import {
  type Body,
  type Caption,
  LEAST_CAPTION,
  type Measure,
  MOST_ENLARGED,
  PLATE_LINE,
  type PlateWords,
} from './caption.ts';
import type { PlateLayout } from './layOutPlate.ts';
import type { PlatePicture, PlatePlace } from './plate.ts';

const GAP = 28;
/** A picture that nobody has put anywhere yet is so much of the width wide. */
const FIRST_SHARE = 0.45;
/** Narrower ones could not be taken hold of. */
export const LEAST_WIDTH = 60;

/** A place as it can be: on the sheet, no narrower than can be taken hold of, no larger than twice the picture. */
export function allowedPlace({ x, y, width }: PlatePlace, picture: Size, room: number): PlatePlace {
  const most = Math.min(room, picture.width * MOST_ENLARGED);
  const wide = Math.max(Math.min(LEAST_WIDTH, most), Math.min(width, most));
  return { x: Math.max(0, Math.min(x, room - wide)), y: Math.max(0, y), width: wide };
}

/** Puts each picture where a hand has put it, with its words below; what has no place yet comes below all others. */
export function byHand(
  pictures: readonly PlatePicture[],
  room: number,
  caption: Caption,
  measure: Measure,
): Body {
  const [boxes, words]: [Box[], PlateWords[]] = [[], []];
  let bottom = 0;
  const put = (index: number, place: PlatePlace) => {
    const picture = pictures[index] as PlatePicture;
    const { x, y, width } = allowedPlace(place, picture, room);
    const height = (picture.height / picture.width) * width;
    boxes[index] = { x, y, width, height };
    // A caption that is wider than its picture stays on the sheet.
    const wide = Math.min(room, Math.max(width, LEAST_CAPTION));
    const said = caption(index, Math.min(x, room - wide), y + height, wide, measure);
    words.push(...said.words);
    bottom = Math.max(bottom, y + height + said.height);
  };
  for (const [index, { place }] of pictures.entries()) if (place) put(index, place);
  for (const [index, { place }] of pictures.entries())
    if (!place) put(index, { x: 0, y: bottom === 0 ? 0 : bottom + GAP, width: room * FIRST_SHARE });
  return { height: bottom, boxes, words };
}

/**
 * Which pictures lie over another one or over its words, or with their own words over it: by their places in the order,
 * each once.
 */
export function overlapping({ boxes, words }: Pick<PlateLayout, 'boxes' | 'words'>): number[] {
  const grounds = [
    ...boxes.map((box, of) => ({ ...box, of })),
    ...words.flatMap(({ x, y, width, lines, size, picture: of }) =>
      of === undefined ? [] : [{ x, y, width, height: lines.length * size * PLATE_LINE, of }],
    ),
  ];
  const over = grounds.flatMap((a, i) =>
    grounds
      .slice(i + 1)
      .filter(
        (b) =>
          a.of !== b.of &&
          Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 1 &&
          Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > 1,
      )
      .flatMap((b) => [a.of, b.of]),
  );
  return [...new Set(over)].sort((a, b) => a - b);
}
