/** A place in a picture, in picture pixels, origin top left. */
export interface Point {
  x: number;
  y: number;
}

/** A size in picture pixels. */
export interface Size {
  width: number;
  height: number;
}

/** An axis-parallel box in picture pixels, origin top left. Covers x to x + width, the right and lower edge excluded. */
export interface Box extends Point, Size {}

/** The box that covers a whole picture. */
export function wholeBox({ width, height }: Size): Box {
  return { x: 0, y: 0, width, height };
}

/** Whether a point lies in a box; the left and upper edges count as inside, the right and lower ones do not. */
export function boxHolds(box: Box, point: Point): boolean {
  return point.x >= box.x && point.y >= box.y && point.x < box.x + box.width && point.y < box.y + box.height;
}

/** Whether the second box lies in the first; one that is the same does. */
export function holdsBox(a: Box, b: Box): boolean {
  return a.x <= b.x && a.y <= b.y && a.x + a.width >= b.x + b.width && a.y + a.height >= b.y + b.height;
}

export function sameBox(a: Box, b: Box): boolean {
  return a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;
}
