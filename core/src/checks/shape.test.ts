import fc from 'fast-check';
import { expect, it } from 'vitest';
import { isWrongShape } from './shape.ts';

const WIDE = { width: 16, height: 9 };

it('takes the sizes that displays of 16 to 9 are sold with, and not those of other shapes', () => {
  // Source: common sizes of displays, common practice, no source; 1366 is no multiple of 16 and passes for it.
  for (const [width, height] of [
    [1280, 720],
    [1366, 768],
    [1600, 900],
    [1920, 1080],
    [2560, 1440],
    [3840, 2160],
  ] as const) {
    expect(isWrongShape({ width, height }, { ratio: WIDE })).toBe(false);
    expect(isWrongShape({ width: height, height: width }, { ratio: WIDE })).toBe(true);
  }
  for (const [width, height] of [
    [1024, 768],
    [1280, 800],
    [1280, 1024],
    [1920, 1200],
    [2560, 1080],
  ] as const)
    expect(isWrongShape({ width, height }, { ratio: WIDE })).toBe(true);
});

it('lets a picture differ by a hundredth, either way, at any size', () => {
  const side = fc.integer({ min: 1, max: 40 });
  fc.assert(
    fc.property(side, side, fc.integer({ min: 1, max: 200 }), (width, height, times) => {
      const shape = { width: width * times, height: height * times };
      expect(isWrongShape(shape, { ratio: { width, height } })).toBe(false);
      expect(isWrongShape({ ...shape, width: shape.width * 1.009 }, { ratio: { width, height } })).toBe(
        false,
      );
      expect(isWrongShape({ ...shape, width: shape.width / 1.012 }, { ratio: { width, height } })).toBe(true);
      expect(isWrongShape({ ...shape, width: shape.width * 1.012 }, { ratio: { width, height } })).toBe(true);
    }),
  );
});

it('is never wrong where none is asked for', () => {
  expect(isWrongShape({ width: 3, height: 900 }, {})).toBe(false);
  expect(isWrongShape({ width: 3, height: 900 }, { ratio: null })).toBe(false);
});
