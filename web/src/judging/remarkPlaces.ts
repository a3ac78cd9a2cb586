import type { RemarkShape } from '@nachweis/contract';
import { type Box, boxBetween, moveBox, type Point, type Size } from '@nachweis/core';

/** Where a remark lies: in a picture, or (with none) on the whole hand-in. */
export interface RemarkPlace {
  itemId: string | null;
  shape: RemarkShape;
  x: number | null;
  y: number | null;
  width: number | null;
  height: number | null;
}

export const WHOLE: RemarkPlace = {
  itemId: null,
  shape: 'point',
  x: null,
  y: null,
  width: null,
  height: null,
};

/** The place itself of a remark, or of a draft of one. */
export const placeOf = ({ itemId, shape, x, y, width, height }: RemarkPlace): RemarkPlace => ({
  itemId,
  shape,
  x,
  y,
  width,
  height,
});

/** A box that is made around a place without being drawn is this share of the picture's smaller side. */
const SHARE = 6;
const LEAST = 8;

/** Its pixels; of a point the one that is meant. */
export const boxOf = ({ x, y, width, height }: RemarkPlace): Box => ({
  x: x ?? 0,
  y: y ?? 0,
  width: width ?? 1,
  height: height ?? 1,
});

const inside = (place: RemarkPlace, box: Box, size: Size): RemarkPlace => {
  const [width, height] = [Math.min(box.width, size.width), Math.min(box.height, size.height)];
  const { x, y } = moveBox({ ...box, width, height }, 0, 0, size);
  return place.shape === 'point'
    ? { ...place, x, y, width: null, height: null }
    : { ...place, x, y, width, height };
};

/** The same with its middle at a place, as far as the picture goes. */
export function movedTo(place: RemarkPlace, at: Point, size: Size): RemarkPlace {
  const { width, height } = boxOf(place);
  const [x, y] = [at.x - Math.floor(width / 2), at.y - Math.floor(height / 2)];
  return inside(place, { x, y, width, height }, size);
}

/** The same moved by some pixels, as far as the picture goes. */
export function movedBy(place: RemarkPlace, { dx, dy }: { dx: number; dy: number }, size: Size): RemarkPlace {
  return inside(place, moveBox(boxOf(place), dx, dy, size), size);
}

/** The same place in another shape: a box is made around a point, a point stays in the middle of a box. */
export function asShape(place: RemarkPlace, shape: RemarkShape, size: Size): RemarkPlace {
  if (shape === place.shape) return place;
  const { x, y, width, height } = boxOf(place);
  const middle = { x: x + Math.floor(width / 2), y: y + Math.floor(height / 2) };
  if (shape === 'point') return inside({ ...place, shape }, { ...middle, width: 1, height: 1 }, size);
  if (place.shape !== 'point') return { ...place, shape };
  const side = Math.max(LEAST, Math.round(Math.min(size.width, size.height) / SHARE));
  return movedTo({ ...place, shape, width: side, height: side }, middle, size);
}

/** A box of another size, its upper left corner where it was as long as there is room. */
export function sized(place: RemarkPlace, wanted: Size, size: Size): RemarkPlace {
  const [width, height] = [Math.round(wanted.width), Math.round(wanted.height)];
  return inside(place, { ...boxOf(place), width: Math.max(1, width), height: Math.max(1, height) }, size);
}

/** The box between two pixels, both in it. */
export const drawn = (place: RemarkPlace, from: Point, to: Point, size: Size): RemarkPlace =>
  inside(place, boxBetween(from, to, size), size);

/** The same share of another picture, for one that may have another size. */
export function onPicture(place: RemarkPlace, from: Size, itemId: string, to: Size): RemarkPlace {
  const [across, down] = [to.width / from.width, to.height / from.height];
  const box = boxOf(place);
  const point = place.shape === 'point';
  return inside(
    { ...place, itemId },
    {
      x: Math.floor(box.x * across),
      y: Math.floor(box.y * down),
      width: point ? 1 : Math.max(1, Math.round(box.width * across)),
      height: point ? 1 : Math.max(1, Math.round(box.height * down)),
    },
    to,
  );
}
