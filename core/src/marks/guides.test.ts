import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { followGuides, guideLines } from './guides.ts';
import type { Mark } from './mark.ts';

const measure = (points: Array<{ x: number; y: number }>, guide?: boolean): Mark => ({
  ...{ kind: 'measure', id: 'm', ink: '#b3261e', of: points.length === 2 ? 'length' : 'angle', points },
  ...{ unit: 'px', perPixel: 1, guide },
});
/** Along the hypotenuse of the triangle of 3, 4 and 5. */
const slope = measure(
  [
    { x: 0, y: 0 },
    { x: 40, y: 30 },
  ],
  true,
);

describe('guides', () => {
  it('are the lengths and both legs of the angles that are kept as such', () => {
    const corner = [
      { x: 10, y: 0 },
      { x: 0, y: 0 },
      { x: 0, y: 10 },
    ];
    expect(guideLines([slope, measure(corner, true), measure(corner)])).toHaveLength(3);
  });
  it('take what comes near to their foot, also beyond their ends, and let go what does not', () => {
    const lines = guideLines([slope]);
    // The foot of (50, 0) lies 40 along it, at (32, 24), 30 away.
    expect(followGuides({ x: 50, y: 0 }, lines, 31)).toEqual({ x: 32, y: 24 });
    expect(followGuides({ x: 50, y: 0 }, lines, 29)).toEqual({ x: 50, y: 0 });
    const far = followGuides({ x: 400, y: 301 }, lines, 2);
    expect(far.x * 30 - far.y * 40).toBeCloseTo(0, 6);
  });
  it('meet: where two are near it is where they cross', () => {
    const level = measure(
      [
        { x: 0, y: 30 },
        { x: 10, y: 30 },
      ],
      true,
    );
    const place = followGuides({ x: 42, y: 32 }, guideLines([slope, level]), 6);
    expect(place.x).toBeCloseTo(40, 9);
    expect(place.y).toBeCloseTo(30, 9);
  });
  it('never move a place farther than their reach', () => {
    const at = fc.record({ x: fc.integer({ min: 0, max: 500 }), y: fc.integer({ min: 0, max: 500 }) });
    fc.assert(
      fc.property(at, at, at, at, at, (a, b, c, d, place) => {
        const lines = guideLines([measure([a, b], true), measure([c, d], true)]);
        const { x, y } = followGuides(place, lines, 12);
        expect(Math.hypot(x - place.x, y - place.y)).toBeLessThanOrEqual(12 + 1e-6);
      }),
    );
  });
});
