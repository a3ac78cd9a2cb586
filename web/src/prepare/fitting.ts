import type { Size } from '@nachweis/core';

/** Left free around the picture, both sides together, for the size label and the handles. */
const MARGIN = 72;

/** What a picture is scaled by to be seen whole in the room there is, at most at its own size. */
export const fittingScale = (room: Size, picture: Size): number =>
  Math.max(0, Math.min((room.width - MARGIN) / picture.width, (room.height - MARGIN) / picture.height, 1));
