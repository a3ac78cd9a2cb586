import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

const BLOCK = 16;
/** How much of the box around it a black area fills: a video surface all of it, a black terminal not where its prompt is. */
const FILLED = 0.99;

/** The largest rectangle of plain black, in steps of 16 pixels; null where there is none. */
export function blackArea({ width, height, data }: Raster): Box | null {
  const columns = Math.floor(width / BLOCK);
  const rows = Math.floor(height / BLOCK);
  const black = new Uint8Array(columns * rows);
  for (let block = 0; block < black.length; block++) {
    const left = (block % columns) * BLOCK;
    const top = Math.floor(block / columns) * BLOCK;
    let is = 1;
    for (let i = 0; i < BLOCK * BLOCK && is; i++) {
      const at = ((top + (i >> 4)) * width + left + (i & 15)) * 4;
      if ((data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number) > 12) is = 0;
    }
    black[block] = is;
  }
  let best: Box | null = null;
  let most = 0;
  const open: number[] = [];
  for (let start = 0; start < black.length; start++) {
    if (!black[start]) continue;
    let [count, left, right, top, bottom] = [0, columns, 0, rows, 0];
    black[start] = 0;
    open.push(start);
    while (open.length > 0) {
      const at = open.pop() as number;
      const x = at % columns;
      const y = (at - x) / columns;
      count++;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      for (const near of [x > 0 ? at - 1 : -1, x < columns - 1 ? at + 1 : -1, at - columns, at + columns]) {
        if (!black[near]) continue;
        black[near] = 0;
        open.push(near);
      }
    }
    const [wide, high] = [right - left + 1, bottom - top + 1];
    if (count <= most || count < FILLED * wide * high) continue;
    most = count;
    best = { x: left * BLOCK, y: top * BLOCK, width: wide * BLOCK, height: high * BLOCK };
  }
  return best;
}
