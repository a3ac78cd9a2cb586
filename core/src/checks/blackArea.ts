import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

const BLOCK = 16;
/** Sum of the three channels up to which a pixel is black. */
const BLACKEST = 12;
/** How much of the box around it a black area fills, whatever a player draws over it. */
const FILLED = 0.85;
/** From this share of the picture on an area can be a video's; smaller ones are the ground between letters. */
const LARGE = 0.05;
/** Where more of what lies around it is black than this, black is the ground of the page and no picture is missing. */
const GROUND = 0.25;
/** Less than this share of the picture around it says nothing of a ground. */
const LEAST_AROUND = 0.1;

/** In shares of the area's box: a title above, controls or a caption low down, a sign in the middle between. */
const [TITLE_ENDS, LOW_BEGINS] = [0.2, 0.65];
const SIGN = [0.35, 0.65] as const;
/** Where the first line of a terminal begins; a title has one line, of so many blocks, or of this share of a picture of many pixels. */
const LEFT_ENDS = 0.25;
const [TITLE_BLOCKS, TITLE_SHARE] = [3, 0.05];

/** Black blocks that hang together; its box in blocks. */
interface Area {
  id: number;
  box: Box;
  count: number;
}

/**
 * The largest area of plain black, in steps of 16 pixels, as a video leaves it that may not be captured: empty but for what
 * a player draws over it. One in whose upper left corner text begins, of several lines or with nothing low down, is a
 * terminal; where something runs through its middle it is a drawing; and where the page's own ground is black nothing is missing.
 * O(pixels).
 *
 * @returns null where there is none
 */
export function blackArea(raster: Raster): Box | null {
  const columns = Math.floor(raster.width / BLOCK);
  const blocks = blackBlocks(raster, columns, Math.floor(raster.height / BLOCK));
  const areas = joinedAreas(blocks, columns);
  const large = areas.filter(
    ({ box, count }) => count >= LARGE * blocks.length && count >= FILLED * box.width * box.height,
  );
  const all = areas.reduce((sum, { count }) => sum + count, 0);
  const ground = large.reduce((sum, { count }) => sum - count, all);
  const isOnGround = ({ box }: Area) => {
    const around = blocks.length - box.width * box.height;
    return around >= LEAST_AROUND * blocks.length && ground > GROUND * around;
  };
  const found = large
    .sort((a, b) => b.count - a.count)
    .find((area) => !isOnGround(area) && hasOnlyControls(area, blocks, columns));
  if (!found) return null;
  const { x, y, width, height } = found.box;
  return { x: x * BLOCK, y: y * BLOCK, width: width * BLOCK, height: height * BLOCK };
}

/** 1 for each block of the picture, row by row, that is wholly black. */
function blackBlocks({ width, data }: Raster, columns: number, rows: number): Uint32Array {
  const blocks = new Uint32Array(columns * rows);
  for (let block = 0; block < blocks.length; block++) {
    const left = (block % columns) * BLOCK;
    const top = Math.floor(block / columns) * BLOCK;
    let is = 1;
    for (let i = 0; i < BLOCK * BLOCK && is; i++) {
      const at = ((top + (i >> 4)) * width + left + (i & 15)) * 4;
      if ((data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number) > BLACKEST) is = 0;
    }
    blocks[block] = is;
  }
  return blocks;
}

/** Joins black blocks that have a side in common, and writes the id of its area, from 2 on, into each. */
function joinedAreas(blocks: Uint32Array, columns: number): Area[] {
  const areas: Area[] = [];
  const open: number[] = [];
  for (let start = 0; start < blocks.length; start++) {
    if (blocks[start] !== 1) continue;
    const id = areas.length + 2;
    let [count, left, right, top, bottom] = [0, columns, 0, blocks.length, 0];
    blocks[start] = id;
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
        if (blocks[near] !== 1) continue;
        blocks[near] = id;
        open.push(near);
      }
    }
    areas.push({ id, count, box: { x: left, y: top, width: right - left + 1, height: bottom - top + 1 } });
  }
  return areas;
}

/** Whether what lies over an area stands where players draw. */
function hasOnlyControls({ id, box }: Area, blocks: Uint32Array, columns: number): boolean {
  const titleBlocks = Math.max(TITLE_BLOCKS, Math.round((TITLE_SHARE * blocks.length) / columns));
  let [lines, hasLow] = [0, false];
  for (let row = 0; row < box.height; row++) {
    let begins = false;
    for (let column = 0; column < box.width; column++) {
      if (blocks[(box.y + row) * columns + box.x + column] === id) continue;
      const [across, down] = [(column + 0.5) / box.width, (row + 0.5) / box.height];
      if (down >= LOW_BEGINS) hasLow = true;
      else if (down < TITLE_ENDS) begins ||= across < LEFT_ENDS;
      else if (![across, down].every((place) => place >= SIGN[0] && place <= SIGN[1])) return false;
    }
    if (begins) lines++;
  }
  return lines === 0 || (hasLow && lines <= titleBlocks);
}
