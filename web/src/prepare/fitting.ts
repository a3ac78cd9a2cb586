import type { Size } from '@nachweis/core';
import { fitScale } from '../stage/zoom.ts';

/** Left free on every side of a picture that is framed, for the size label and the handles; less in a low room. */
export const frameMargin = (room: Size): number => Math.min(36, room.height * 0.125);

/** What a picture is scaled by to be seen whole in the room there is, at most at its own size. */
export function fittingScale(room: Size, picture: Size): number {
  const margin = frameMargin(room);
  return fitScale({ width: room.width - 2 * margin, height: room.height - 2 * margin }, picture, 1);
}
