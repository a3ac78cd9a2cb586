// Facts of geometry; where the lines are is known because they are drawn here.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findCorners } from './corners.ts';
import { coveredOutlines } from './coveredOutlines.ts';
import { findEdges } from './edges.ts';
import { type Outline, onceEach } from './outline.ts';

const PICTURE = { width: 400, height: 300 };

/** Boxes of a grey each, one over the other, on grey. */
function boxes(...list: ReadonlyArray<[Box, number]>): Raster {
  const { width, height } = PICTURE;
  const data = new Uint8ClampedArray(width * height * 4).fill(140);
  for (const [box, grey] of list)
    for (let y = box.y; y < Math.min(box.y + box.height, height); y++)
      data.fill(grey, (y * width + box.x) * 4, (y * width + Math.min(box.x + box.width, width)) * 4);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  return { width, height, data };
}

const box = (x: number, y: number, right: number, bottom: number): Box => ({
  x,
  y,
  width: right - x,
  height: bottom - y,
});
const whole = (one: Box): Outline => ({ box: one, support: 1, complete: true });

describe('findEdges', () => {
  it('counts exactly the stretch of a line on which the picture changes', () => {
    const edges = findEdges(boxes([box(100, 80, 220, 200), 20]));
    expect(edges.rows.support(80, 100, 220)).toBe(1);
    expect(edges.rows.support(80, 40, 160)).toBe(0.5);
    expect(edges.rows.support(81, 100, 220)).toBe(0);
    expect(edges.columns.support(220, 80, 200)).toBe(1);
    expect(edges.columns.support(219, 80, 200)).toBe(0);
  });
  it('takes the border of the picture for an edge, and says where it is', () => {
    const { rows, columns } = findEdges(boxes());
    expect([rows.end, columns.end]).toEqual([PICTURE.height, PICTURE.width]);
    expect(rows.support(0, 10, 60)).toBe(1);
    expect(columns.support(PICTURE.width, 10, 60)).toBe(1);
    expect(rows.runs.map((run) => run.at)).toEqual([0, PICTURE.height]);
  });
});

describe('findCorners', () => {
  it('knows which corner of a box a place is, and that both lines end there', () => {
    const corners = findCorners(findEdges(boxes([box(100, 80, 220, 200), 20])));
    const at = (x: number, y: number) => corners.find((c) => c.x === x && c.y === y);
    expect(at(100, 80)).toMatchObject({ upperLeft: true, upperRight: false, lowerLeft: false, sharp: true });
    expect(at(220, 80)).toMatchObject({ upperRight: true, upperLeft: false, sharp: true });
    expect(at(100, 200)).toMatchObject({ lowerLeft: true, lowerRight: false, sharp: true });
    expect(at(220, 200)).toMatchObject({ lowerRight: true, upperRight: false, sharp: true });
  });
  it('is closed, not sharp, where a line ends at the border of the picture; neither where it ends at another', () => {
    const raster = boxes(
      [box(300, 80, 400, 200), 20],
      [box(40, 40, 200, 260), 60],
      [box(40, 120, 120, 180), 220],
    );
    const corners = findCorners(findEdges(raster));
    const at = (x: number, y: number) => corners.filter((c) => c.x === x && c.y === y);
    expect(at(400, 80).some((c) => c.closed)).toBe(true);
    expect(at(400, 80).some((c) => c.sharp)).toBe(false);
    const inner = at(40, 120).filter((c) => c.column.from <= 40 + 4 && c.column.to >= 260 - 4);
    expect(inner.length).toBeGreaterThan(0);
    expect(inner.some((c) => c.closed)).toBe(false);
  });
});

describe('coveredOutlines', () => {
  const back = box(60, 40, 260, 200);
  const front = box(160, 120, 340, 260);
  const raster = boxes([back, 230], [front, 40]);
  const edges = findEdges(raster);
  const corners = findCorners(edges);
  const find = (found: Outline[]) => coveredOutlines(edges, corners, found, 24).map((o) => o.box);
  it('gives the whole box of what a found box covers', () => {
    expect(find([whole(front)])).toContainEqual(back);
  });
  it('gives none where nothing is known to cover it', () => {
    expect(find([])).toEqual([]);
  });
  it('does not take a part of the window for what hides its side, when it sticks out by a border', () => {
    const part = box(62, 110, 158, 203);
    expect(find([whole(front), whole(part)])).toContainEqual(back);
  });
});

describe('onceEach', () => {
  const outline = fc
    .record({
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 200 }),
      width: fc.integer({ min: 24, max: 100 }),
      height: fc.integer({ min: 24, max: 100 }),
      complete: fc.boolean(),
    })
    .map(({ complete, ...one }): Outline => ({ box: one, support: 1, complete }));
  it('keeps the outermost of an outer and an inner edge, whatever their order', () => {
    const [outer, inner] = [whole(box(50, 50, 200, 150)), whole(box(53, 52, 197, 148))];
    expect(onceEach([inner, outer], PICTURE)).toEqual([outer]);
    expect(onceEach([outer, inner], PICTURE)).toEqual([outer]);
  });
  it('keeps what is seen whole before what is taken to go on', () => {
    const [seen, taken] = [
      whole(box(53, 52, 197, 148)),
      { ...whole(box(50, 50, 200, 150)), complete: false },
    ];
    expect(onceEach([taken, seen], PICTURE)).toEqual([seen]);
  });
  it('keeps a window that ends just before the border of the picture beside one that reaches it', () => {
    const two = [whole(box(0, 0, 400, 300)), whole(box(0, 0, 397, 300))];
    expect(onceEach(two, PICTURE)).toHaveLength(2);
  });
  it('leaves nothing out that has no like, and nothing twice when done again', () => {
    fc.assert(
      fc.property(fc.array(outline, { maxLength: 30 }), (outlines) => {
        const kept = onceEach(outlines, PICTURE);
        expect(onceEach(kept, PICTURE)).toEqual(kept);
        for (const { box: one } of outlines)
          expect(
            kept.some(
              ({ box: other }) =>
                Math.abs(one.x - other.x) <= 4 &&
                Math.abs(one.y - other.y) <= 4 &&
                Math.abs(one.x + one.width - other.x - other.width) <= 4 &&
                Math.abs(one.y + one.height - other.y - other.height) <= 4,
            ),
          ).toBe(true);
      }),
    );
  });
});
