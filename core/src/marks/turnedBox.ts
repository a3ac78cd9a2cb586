import type { Box, Point } from '../geometry/box.ts';

/** A box that may lie aslant: turned about its own middle. */
export interface TurnedBox {
  box: Box;
  /** degrees clockwise, as the picture is seen; above -90, below 90; absent: upright */
  turned?: number | undefined;
}

/** Less than this is upright: a hundred-thousandth of a pixel over a thousand of them. */
const UPRIGHT = 1e-6;

export const middleOf = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 });

/** A place after a turn about another one. @param degrees clockwise */
export function turnedAbout({ x: cx, y: cy }: Point, degrees: number, { x, y }: Point): Point {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return {
    x: cx + (x - cx) * cos - (y - cy) * sin,
    y: cy + (x - cx) * sin + (y - cy) * cos,
  };
}

/** Where its corners lie: those that were upper left, upper right, lower right and lower left before it was turned. */
export function cornersOf({ box, turned = 0 }: TurnedBox): [Point, Point, Point, Point] {
  const { x, y, width, height } = box;
  const at = (cx: number, cy: number): Point =>
    turned === 0 ? { x: cx, y: cy } : turnedAbout(middleOf(box), turned, { x: cx, y: cy });
  return [at(x, y), at(x + width, y), at(x + width, y + height), at(x, y + height)];
}

/**
 * The box that has its corners at four places, or nearest to them where they make none (a band was taken out of it). One
 * that lies upright again, on whichever of its sides, is an upright one.
 */
export function boxFrom([a, b, c, d]: readonly [Point, Point, Point, Point]): TurnedBox {
  const mid = { x: (a.x + b.x + c.x + d.x) / 4, y: (a.y + b.y + c.y + d.y) / 4 };
  const along = { x: (b.x - a.x + c.x - d.x) / 2, y: (b.y - a.y + c.y - d.y) / 2 };
  const down = { x: (d.x - a.x + c.x - b.x) / 2, y: (d.y - a.y + c.y - b.y) / 2 };
  let [width, height] = [Math.hypot(along.x, along.y), Math.hypot(down.x, down.y)];
  let turned = (Math.atan2(along.y, along.x) * 180) / Math.PI;
  // Half a turn changes nothing of a box or an ellipse.
  if (turned > 90) turned -= 180;
  if (turned <= -90) turned += 180;
  if (90 - Math.abs(turned) < UPRIGHT) [width, height, turned] = [height, width, 0];
  const box = { x: mid.x - width / 2, y: mid.y - height / 2, width, height };
  return Math.abs(turned) < UPRIGHT ? { box } : { box, turned };
}
