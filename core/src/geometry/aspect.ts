import type { Box, Point, Size } from './box.ts';
import { type Handle, resizeBox } from './resizeBox.ts';

/**
 * Pulls a handle and keeps the ratio of width to height as closely as whole pixels allow. The corner or side opposite
 * the handle stays; the box stays inside the picture.
 *
 * @param ratio width divided by height, above 0
 */
export function resizeWithAspect(
  box: Box,
  handle: Handle,
  dx: number,
  dy: number,
  ratio: number,
  within: Size,
): Box {
  const pulled = resizeBox(box, handle, dx, dy, within);
  const atLeft = handle.includes('w');
  const atTop = handle.includes('n');
  const sideways = handle === 'e' || handle === 'w';
  const upDown = handle === 'n' || handle === 's';
  const wanted = upDown
    ? pulled.height * ratio
    : sideways
      ? pulled.width
      : Math.max(pulled.width, pulled.height * ratio);
  const anchor = { x: atLeft ? box.x + box.width : box.x, y: atTop ? box.y + box.height : box.y };
  const roomX = atLeft ? anchor.x : within.width - anchor.x;
  const roomY = atTop ? anchor.y : within.height - anchor.y;
  return boxFrom(anchor, Math.min(wanted, roomX, roomY * ratio), ratio, atLeft, atTop);
}

/** The box from one corner to the pointer with the given ratio, inside the picture. */
export function boxWithAspect(from: Point, to: Point, ratio: number, within: Size): Box {
  const atLeft = to.x < from.x;
  const atTop = to.y < from.y;
  const wanted = Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y) * ratio);
  const roomX = atLeft ? from.x : within.width - from.x;
  const roomY = atTop ? from.y : within.height - from.y;
  return boxFrom(from, Math.min(wanted, roomX, roomY * ratio), ratio, atLeft, atTop);
}

function boxFrom(anchor: Point, wide: number, ratio: number, atLeft: boolean, atTop: boolean): Box {
  const width = Math.max(1, Math.round(wide));
  const height = Math.max(1, Math.round(wide / ratio));
  return {
    x: Math.max(0, atLeft ? anchor.x - width : anchor.x),
    y: Math.max(0, atTop ? anchor.y - height : anchor.y),
    width,
    height,
  };
}
