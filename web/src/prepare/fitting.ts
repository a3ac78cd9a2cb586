import type { Size } from '@nachweis/core';

/** Left free around the picture, both sides together, for the size label and the handles; less in a low room. */
const marginIn = (room: Size) => Math.min(72, room.height * 0.25);

/** What a picture is scaled by to be seen whole in the room there is, at most at its own size. */
export const fittingScale = (room: Size, picture: Size): number =>
  Math.max(
    0,
    Math.min(
      (room.width - marginIn(room)) / picture.width,
      (room.height - marginIn(room)) / picture.height,
      1,
    ),
  );
