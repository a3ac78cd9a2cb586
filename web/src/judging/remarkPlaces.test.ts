import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asShape, boxOf, drawn, movedBy, movedTo, type RemarkPlace, sized, WHOLE } from './remarkPlaces.ts';

const size = { width: 200, height: 120 };
const point: RemarkPlace = { ...WHOLE, itemId: 'i', x: 50, y: 60 };

describe('the place of a remark', () => {
  it('becomes a box around a point and goes back to that point', () => {
    const box = asShape(point, 'box', size);
    expect(box).toEqual({ itemId: 'i', shape: 'box', x: 40, y: 50, width: 20, height: 20 });
    expect(asShape(box, 'ring', size)).toEqual({ ...box, shape: 'ring' });
    expect(asShape(box, 'point', size)).toEqual(point);
  });
  it('is the box between two pixels, whichever comes first', () => {
    const box = asShape(point, 'box', size);
    for (const [from, to] of [
      [
        { x: 3, y: 9 },
        { x: 12, y: 4 },
      ],
      [
        { x: 12, y: 4 },
        { x: 3, y: 9 },
      ],
    ] as const)
      expect(boxOf(drawn(box, from, to, size))).toEqual({ x: 3, y: 4, width: 10, height: 6 });
  });
  it('never leaves the picture, and a point never has a size', () => {
    const any = fc.integer({ min: -300, max: 300 });
    const steps = fc.array(
      fc.oneof(
        fc.tuple(any, any).map(
          ([x, y]) =>
            (p: RemarkPlace) =>
              movedTo(p, { x, y }, size),
        ),
        fc.tuple(any, any).map(
          ([dx, dy]) =>
            (p: RemarkPlace) =>
              movedBy(p, { dx, dy }, size),
        ),
        fc.constantFrom('point', 'box', 'ring').map((s) => (p: RemarkPlace) => asShape(p, s, size)),
        fc.tuple(any, any).map(
          ([width, height]) =>
            (p: RemarkPlace) =>
              p.shape === 'point' ? p : sized(p, { width, height }, size),
        ),
      ),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(steps, (all) => {
        const end = all.reduce((place, step) => step(place), point);
        const { x, y, width, height } = boxOf(end);
        expect(x >= 0 && y >= 0 && x + width <= size.width && y + height <= size.height).toBe(true);
        expect((end.shape === 'point') === (end.width === null)).toBe(true);
        expect(width >= 1 && height >= 1).toBe(true);
      }),
    );
  });
});
