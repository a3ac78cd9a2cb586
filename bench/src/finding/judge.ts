import type { Box } from '@nachweis/core';

export function overlapOf(a: Box, b: Box): number {
  const width = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  if (width <= 0 || height <= 0) return 0;
  return (width * height) / (a.width * a.height + b.width * b.height - width * height);
}

/** Share of a box that no box before it covers, on a grid of every fourth pixel. */
export function seenShare(boxes: readonly Box[], index: number): number {
  const box = boxes[index] as Box;
  const over = boxes.slice(0, index);
  let seen = 0;
  let all = 0;
  for (let y = box.y; y < box.y + box.height; y += 4)
    for (let x = box.x; x < box.x + box.width; x += 4) {
      all++;
      if (!over.some((o) => x >= o.x && y >= o.y && x < o.x + o.width && y < o.y + o.height)) seen++;
    }
  return all === 0 ? 0 : seen / all;
}

/** Seams of a set of displays: the lines at which one ends and another begins, with the stretch they share. */
export function seamsOf(displays: readonly Box[]): string[] {
  const seams: string[] = [];
  for (const a of displays)
    for (const b of displays) {
      const rows = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
      const columns = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
      if (a.x + a.width === b.x && rows > 0) seams.push(`x ${b.x}`);
      if (a.y + a.height === b.y && columns > 0) seams.push(`y ${b.y}`);
    }
  return seams.sort();
}

export const sameBoxes = (a: readonly Box[], b: readonly Box[]): boolean => {
  const text = (boxes: readonly Box[]) =>
    boxes
      .map((box) => `${box.x},${box.y},${box.width},${box.height}`)
      .sort()
      .join(' ');
  return text(a) === text(b);
};
