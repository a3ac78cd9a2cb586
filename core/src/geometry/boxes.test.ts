import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Box, boxHolds, wholeBox } from './box.ts';
import { boxBetween } from './boxBetween.ts';
import { clampBox } from './clampBox.ts';
import { moveBox } from './moveBox.ts';
import { HANDLES, resizeBox } from './resizeBox.ts';

const PICTURE = { width: 1920, height: 1080 };

const anyPicture = fc.record({
  width: fc.integer({ min: 1, max: 8000 }),
  height: fc.integer({ min: 1, max: 8000 }),
});
const anyPoint = fc.record({
  x: fc.integer({ min: -9000, max: 9000 }),
  y: fc.integer({ min: -9000, max: 9000 }),
});
/** a picture with a box inside it */
const anyBoxed = anyPicture.chain((picture) =>
  fc
    .tuple(fc.integer({ min: 0, max: picture.width - 1 }), fc.integer({ min: 0, max: picture.height - 1 }))
    .chain(([x, y]) =>
      fc.record({
        picture: fc.constant(picture),
        box: fc.record({
          x: fc.constant(x),
          y: fc.constant(y),
          width: fc.integer({ min: 1, max: picture.width - x }),
          height: fc.integer({ min: 1, max: picture.height - y }),
        }),
      }),
    ),
);

function expectInside(box: Box, picture: { width: number; height: number }): void {
  expect(box.x).toBeGreaterThanOrEqual(0);
  expect(box.y).toBeGreaterThanOrEqual(0);
  expect(box.width).toBeGreaterThanOrEqual(1);
  expect(box.height).toBeGreaterThanOrEqual(1);
  expect(box.x + box.width).toBeLessThanOrEqual(picture.width);
  expect(box.y + box.height).toBeLessThanOrEqual(picture.height);
}

describe('boxBetween', () => {
  it('holds both end pixels, worked by hand', () => {
    expect(boxBetween({ x: 10, y: 20 }, { x: 12, y: 25 }, PICTURE)).toEqual({
      x: 10,
      y: 20,
      width: 3,
      height: 6,
    });
    expect(boxBetween({ x: 5, y: 5 }, { x: 5, y: 5 }, PICTURE)).toEqual({ x: 5, y: 5, width: 1, height: 1 });
  });
  it('does not mind the direction of the drag', () => {
    fc.assert(
      fc.property(anyPoint, anyPoint, anyPicture, (a, b, picture) => {
        expect(boxBetween(a, b, picture)).toEqual(boxBetween(b, a, picture));
      }),
    );
  });
  it('stays inside the picture wherever the pointer goes', () => {
    fc.assert(
      fc.property(anyPoint, anyPoint, anyPicture, (a, b, picture) => {
        expectInside(boxBetween(a, b, picture), picture);
      }),
    );
  });
});

describe('moveBox', () => {
  it('stops at the edges and keeps its size', () => {
    const box = { x: 100, y: 50, width: 400, height: 300 };
    expect(moveBox(box, -1, 1, PICTURE)).toEqual({ x: 99, y: 51, width: 400, height: 300 });
    expect(moveBox(box, 5000, -5000, PICTURE)).toEqual({ x: 1520, y: 0, width: 400, height: 300 });
  });
  it('always stays inside with the same size', () => {
    fc.assert(
      fc.property(anyBoxed, anyPoint, ({ picture, box }, by) => {
        const moved = moveBox(box, by.x, by.y, picture);
        expectInside(moved, picture);
        expect([moved.width, moved.height]).toEqual([box.width, box.height]);
      }),
    );
  });
});

describe('resizeBox', () => {
  const box = { x: 100, y: 100, width: 50, height: 40 };
  it.each([
    ['nw', { x: 95, y: 97, width: 55, height: 43 }],
    ['n', { x: 100, y: 97, width: 50, height: 43 }],
    ['ne', { x: 100, y: 97, width: 45, height: 43 }],
    ['e', { x: 100, y: 100, width: 45, height: 40 }],
    ['se', { x: 100, y: 100, width: 45, height: 37 }],
    ['s', { x: 100, y: 100, width: 50, height: 37 }],
    ['sw', { x: 95, y: 100, width: 55, height: 37 }],
    ['w', { x: 95, y: 100, width: 55, height: 40 }],
  ] as const)('pulls %s by (-5, -3) and leaves the opposite edge', (handle, expected) => {
    expect(resizeBox(box, handle, -5, -3, PICTURE)).toEqual(expected);
  });
  it('stops at one pixel when a handle is pulled past the opposite edge', () => {
    expect(resizeBox(box, 'w', 500, 0, PICTURE)).toEqual({ x: 149, y: 100, width: 1, height: 40 });
    expect(resizeBox(box, 's', 0, -500, PICTURE)).toEqual({ x: 100, y: 100, width: 50, height: 1 });
  });
  it('stays inside for every handle and pull', () => {
    fc.assert(
      fc.property(anyBoxed, fc.constantFrom(...HANDLES), anyPoint, ({ picture, box }, handle, by) => {
        expectInside(resizeBox(box, handle, by.x, by.y, picture), picture);
      }),
    );
  });
});

describe('clampBox', () => {
  it('gives the part inside, in whole pixels', () => {
    expect(clampBox({ x: -10.4, y: 5.5, width: 100, height: 10 }, PICTURE)).toEqual({
      x: 0,
      y: 6,
      width: 90,
      height: 10,
    });
  });
  it('gives null outside and for numbers that are none', () => {
    expect(clampBox({ x: 1920, y: 0, width: 10, height: 10 }, PICTURE)).toBeNull();
    expect(clampBox({ x: 0, y: 0, width: Number.NaN, height: 10 }, PICTURE)).toBeNull();
  });
  it('leaves a box that is inside as it is', () => {
    fc.assert(
      fc.property(anyBoxed, ({ picture, box }) => {
        expect(clampBox(box, picture)).toEqual(box);
      }),
    );
  });
});

describe('boxHolds', () => {
  it('counts the left and upper edge in, the right and lower one out', () => {
    const box = wholeBox({ width: 10, height: 10 });
    expect(boxHolds(box, { x: 0, y: 0 })).toBe(true);
    expect(boxHolds(box, { x: 9, y: 9 })).toBe(true);
    expect(boxHolds(box, { x: 10, y: 5 })).toBe(false);
    expect(boxHolds(box, { x: 5, y: 10 })).toBe(false);
  });
});
