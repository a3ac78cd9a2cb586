import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxWithAspect, resizeWithAspect } from './aspect.ts';
import { HANDLES } from './resizeBox.ts';
import { snapLines, snapSides } from './snapping.ts';

const within = { width: 1000, height: 700 };
const inside = (box: { x: number; y: number; width: number; height: number }) => {
  expect(box.x).toBeGreaterThanOrEqual(0);
  expect(box.y).toBeGreaterThanOrEqual(0);
  expect(box.x + box.width).toBeLessThanOrEqual(within.width);
  expect(box.y + box.height).toBeLessThanOrEqual(within.height);
  expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(1);
};
const ratios = fc.constantFrom(1, 4 / 3, 16 / 9, 9 / 16, 2.5);
const boxes = fc.record({
  x: fc.integer({ min: 0, max: 500 }),
  y: fc.integer({ min: 0, max: 300 }),
  width: fc.integer({ min: 1, max: 500 }),
  height: fc.integer({ min: 1, max: 400 }),
});

describe('a ratio that is kept', () => {
  it('holds to the pixel, inside the picture, with the opposite corner where it was', () => {
    fc.assert(
      fc.property(
        boxes,
        fc.constantFrom(...HANDLES),
        fc.integer({ min: -900, max: 900 }),
        fc.integer({ min: -900, max: 900 }),
        ratios,
        (box, handle, dx, dy, ratio) => {
          const next = resizeWithAspect(box, handle, dx, dy, ratio, within);
          inside(next);
          // Rounding moves each side by at most half a pixel.
          expect(Math.abs(next.width - next.height * ratio)).toBeLessThanOrEqual(
            0.5 + 0.5 * ratio + 1e-9 + (next.height === 1 ? ratio : 0),
          );
          if (!handle.includes('w')) expect(next.x).toBe(box.x);
          if (!handle.includes('n')) expect(next.y).toBe(box.y);
        },
      ),
    );
  });
  it('holds for a box that is drawn, in every direction', () => {
    const point = fc.record({ x: fc.integer({ min: 0, max: 1000 }), y: fc.integer({ min: 0, max: 700 }) });
    fc.assert(
      fc.property(point, point, ratios, (from, to, ratio) => {
        // At the very edge there is room for nothing; a drag begins on a pixel.
        fc.pre(from.x > 2 && from.y > 2 && from.x < 998 && from.y < 698);
        inside(boxWithAspect(from, to, ratio, within));
      }),
    );
  });
});

describe('edges that are pulled to lines', () => {
  const lines = snapLines([{ x: 100, y: 50, width: 200, height: 100 }]);
  it('move by at most 4 pixels, and only those that the handle moves', () => {
    const box = { x: 97, y: 60, width: 207, height: 80 };
    expect(snapSides(box, 'w', lines)).toEqual({ x: 100, y: 60, width: 204, height: 80 });
    expect(snapSides(box, 'e', lines)).toEqual({ x: 97, y: 60, width: 203, height: 80 });
    expect(snapSides({ ...box, x: 95 }, 'w', lines).x).toBe(95);
    expect(snapSides(box, 'n', lines)).toEqual(box);
  });
  it('never turn a box inside out', () => {
    fc.assert(
      fc.property(
        boxes,
        fc.constantFrom(...HANDLES),
        fc.array(boxes, { maxLength: 20 }),
        (box, handle, others) => {
          const next = snapSides(box, handle, snapLines(others));
          expect(Math.min(next.width, next.height)).toBeGreaterThanOrEqual(1);
          expect(Math.abs(next.x - box.x)).toBeLessThanOrEqual(4);
        },
      ),
    );
  });
});
