import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeHeads } from './placeHeads.ts';

const PICTURE = { width: 800, height: 600 };
const RADIUS = 12;
const distance = (a: { x: number; y: number }, b: { x: number; y: number }) =>
  Math.hypot(a.x - b.x, a.y - b.y);

describe('the heads of pins', () => {
  it('lie beside their spots and cover neither a spot nor one another, and all are in the picture', () => {
    const spot = fc.oneof(
      fc.record({ x: fc.integer({ min: 0, max: 799 }), y: fc.integer({ min: 0, max: 599 }) }),
      // Several at one corner have the least room.
      fc.record({ x: fc.nat(12), y: fc.nat(12) }),
    );
    fc.assert(
      fc.property(fc.array(spot, { minLength: 1, maxLength: 8 }), (spots) => {
        const heads = placeHeads(spots, PICTURE, RADIUS);
        expect(heads).toHaveLength(spots.length);
        heads.forEach((head, i) => {
          expect(head.x).toBeGreaterThanOrEqual(RADIUS);
          expect(head.y).toBeGreaterThanOrEqual(RADIUS);
          expect(head.x).toBeLessThanOrEqual(PICTURE.width - RADIUS);
          expect(head.y).toBeLessThanOrEqual(PICTURE.height - RADIUS);
          for (const one of spots) expect(distance(head, one)).toBeGreaterThan(RADIUS);
          for (const other of heads.slice(0, i)) expect(distance(head, other)).toBeGreaterThan(2 * RADIUS);
        });
      }),
      { numRuns: 300 },
    );
  });
  it('turn inwards at each edge and in each corner', () => {
    for (const [x, y] of [
      [0, 0],
      [799, 0],
      [0, 599],
      [799, 599],
      [400, 0],
      [400, 599],
      [0, 300],
      [799, 300],
    ] as const) {
      const [head] = placeHeads([{ x, y }], PICTURE, RADIUS);
      expect(distance(head!, { x, y })).toBeGreaterThan(RADIUS * 2);
      expect(distance(head!, { x, y })).toBeLessThan(RADIUS * 3);
    }
  });
  it('of many pins in one place are told apart as long as there is room, and never fail', () => {
    const same = Array.from({ length: 8 }, () => ({ x: 400, y: 300 }));
    const heads = placeHeads(same, PICTURE, RADIUS);
    heads.forEach((head, i) => {
      for (const other of heads.slice(0, i)) expect(distance(head, other)).toBeGreaterThan(2 * RADIUS);
    });
    const crowd = Array.from({ length: 60 }, (_, i) => ({ x: i % 10, y: i % 7 }));
    for (const { x, y } of placeHeads(crowd, { width: 40, height: 30 }, RADIUS)) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(30);
    }
  });
});
