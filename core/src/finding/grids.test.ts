// Facts of geometry; where the cells are is known because they are drawn here.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findOutlines } from './findOutlines.ts';

const PICTURE = { width: 640, height: 480 };

function blank(): Raster {
  const data = new Uint8ClampedArray(PICTURE.width * PICTURE.height * 4).fill(235);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  return { ...PICTURE, data };
}

/** Draws the four sides of a box, one pixel thick. */
function frame({ data, width }: Raster, box: Box, grey = 60): void {
  const dot = (x: number, y: number) => data.fill(grey, (y * width + x) * 4, (y * width + x) * 4 + 3);
  for (let x = box.x; x < box.x + box.width; x++) {
    dot(x, box.y);
    dot(x, box.y + box.height - 1);
  }
  for (let y = box.y; y < box.y + box.height; y++) {
    dot(box.x, y);
    dot(box.x + box.width - 1, y);
  }
}

interface Grid {
  columns: number;
  rows: number;
  width: number;
  height: number;
  gap: number;
}

/** A framed grid; without a gap, neighbours share a line. */
function gridOf({ columns, rows, width, height, gap }: Grid): { raster: Raster; cells: Box[]; outer: Box } {
  const raster = blank();
  const cells: Box[] = [];
  const [stepX, stepY] = gap === 0 ? [width - 1, height - 1] : [width + gap, height + gap];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      cells.push({ x: 40 + column * stepX, y: 30 + row * stepY, width, height });
  for (const cell of cells) frame(raster, cell);
  const last = cells.at(-1) as Box;
  const outer = { x: 40, y: 30, width: last.x + width - 40, height: last.y + height - 30 };
  if (gap === 0) return { raster, cells, outer };
  const around = { x: outer.x - 12, y: outer.y - 12, width: outer.width + 24, height: outer.height + 24 };
  frame(raster, around);
  return { raster, cells, outer: around };
}

const near = (a: Box, b: Box) =>
  Math.abs(a.x - b.x) <= 2 &&
  Math.abs(a.y - b.y) <= 2 &&
  Math.abs(a.x + a.width - b.x - b.width) <= 2 &&
  Math.abs(a.y + a.height - b.y - b.height) <= 2;

const sizes = {
  columns: fc.integer({ min: 2, max: 6 }),
  rows: fc.integer({ min: 2, max: 6 }),
  width: fc.integer({ min: 40, max: 80 }),
  height: fc.integer({ min: 28, max: 55 }),
};

describe('a grid of bordered boxes', () => {
  it('gives its cells and the box around them, and nothing between: keys that stand apart', () => {
    fc.assert(
      fc.property(fc.record({ ...sizes, gap: fc.integer({ min: 3, max: 12 }) }), (grid) => {
        const { raster, cells, outer } = gridOf(grid);
        const found = findOutlines(raster).map((o) => o.box);
        for (const box of [...cells, outer]) expect(found.some((f) => near(f, box))).toBe(true);
        for (const f of found) expect([...cells, outer].some((box) => near(f, box))).toBe(true);
      }),
      { numRuns: 25 },
    );
  });
  it('gives the same of a table whose cells share their lines', () => {
    fc.assert(
      fc.property(fc.record({ ...sizes, gap: fc.constant(0) }), (grid) => {
        const { raster, cells, outer } = gridOf(grid);
        const found = findOutlines(raster).map((o) => o.box);
        for (const box of [...cells, outer]) expect(found.some((f) => near(f, box))).toBe(true);
        for (const f of found) expect([...cells, outer].some((box) => near(f, box))).toBe(true);
      }),
      { numRuns: 25 },
    );
  });
  it('keeps the windows when there are more cells than are given', () => {
    const { raster, outer } = gridOf({ columns: 9, rows: 9, width: 40, height: 28, gap: 4 });
    const found = findOutlines(raster, { most: 20 }).map((o) => o.box);
    expect(found).toHaveLength(20);
    expect(found.some((f) => near(f, outer))).toBe(true);
  });
  it('can be cancelled in the middle', () => {
    const { raster } = gridOf({ columns: 9, rows: 9, width: 40, height: 28, gap: 4 });
    let asked = 0;
    const signal = {
      throwIfAborted() {
        if (++asked > 3) throw new Error('no longer wanted');
      },
    };
    expect(() => findOutlines(raster, { signal })).toThrow('no longer wanted');
  });
});
