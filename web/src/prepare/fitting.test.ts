// Facts of geometry: a picture that is fitted keeps its shape, stays in its room, and is never enlarged.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fittingScale } from './fitting.ts';

const marginIn = (room: { height: number }) => Math.min(72, room.height / 4);
const size = (least: number, most: number) =>
  fc.record({ width: fc.integer({ min: least, max: most }), height: fc.integer({ min: least, max: most }) });

describe('fittingScale', () => {
  it('shows a small picture at its own size', () => {
    expect(fittingScale({ width: 1226, height: 585 }, { width: 640, height: 400 })).toBe(1);
  });
  it('leaves the margin free along one side, and keeps the other within', () => {
    fc.assert(
      fc.property(size(200, 4000), size(1, 16_384), (room, picture) => {
        const scale = fittingScale(room, picture);
        const [freeWidth, freeHeight] = [room.width - marginIn(room), room.height - marginIn(room)];
        expect(picture.width * scale).toBeLessThanOrEqual(freeWidth + 1e-6);
        expect(picture.height * scale).toBeLessThanOrEqual(freeHeight + 1e-6);
        if (scale < 1)
          expect(
            Math.max((picture.width * scale) / freeWidth, (picture.height * scale) / freeHeight),
          ).toBeCloseTo(1);
      }),
    );
  });
  it('is one pixel, not less, where there is no room', () => {
    expect(fittingScale({ width: 40, height: 600 }, { width: 640, height: 400 })).toBe(1 / 640);
  });
});
