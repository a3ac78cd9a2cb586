import fc from 'fast-check';
import simplify from 'simplify-js';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import { polygonBox, polygonCoverage } from './polygon.ts';
import { simplifyLine } from './simplifyLine.ts';

const points = fc.array(
  fc.record({ x: fc.integer({ min: -500, max: 500 }), y: fc.integer({ min: -500, max: 500 }) }),
  {
    minLength: 2,
    maxLength: 60,
  },
);

function distance(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.min(Math.max(((p.x - a.x) * dx + (p.y - a.y) * dy) / length, 0), 1);
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

describe('simplifyLine (Ramer 1972; Douglas and Peucker 1973)', () => {
  it('keeps the same points as simplify-js does in its exact mode', () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0.5, max: 80, noNaN: true }), (line, tolerance) => {
        expect(simplifyLine(line, tolerance)).toEqual(simplify(line, tolerance, true));
      }),
    );
  });
  it('leaves out only what lies within the tolerance of what remains', () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0.5, max: 80, noNaN: true }), (line, tolerance) => {
        const kept = simplifyLine(line, tolerance);
        expect([kept[0], kept.at(-1)]).toEqual([line[0], line.at(-1)]);
        for (const p of line) {
          const nearest = Math.min(...kept.slice(1).map((b, i) => distance(p, kept[i]!, b)));
          expect(nearest).toBeLessThanOrEqual(tolerance + 1e-9);
        }
      }),
    );
  });
  it('does not overflow the stack on a stroke of 5000 points that all stay', () => {
    const stroke = Array.from({ length: 5_000 }, (_, i) => ({ x: i, y: (i % 2) * 10 }));
    expect(simplifyLine(stroke, 1)).toHaveLength(5_000);
  });
});

describe('polygonCoverage', () => {
  it('covers whole pixels fully and half pixels by half, worked by hand', () => {
    const square = [
      { x: 1, y: 1 },
      { x: 3.5, y: 1 },
      { x: 3.5, y: 3 },
      { x: 1, y: 3 },
    ];
    const cover = polygonCoverage(square, { x: 0, y: 0, width: 5, height: 4 });
    expect([...cover.subarray(5, 10)]).toEqual([0, 255, 255, 128, 0]);
    expect([...cover.subarray(15, 20)]).toEqual([0, 0, 0, 0, 0]);
  });
  it('sums up to the area of the polygon (shoelace formula)', () => {
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 })),
        fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 })),
        fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 })),
        (a, b, c) => {
          const triangle = [a, b, c].map(([x, y]) => ({ x, y }));
          const area = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
          const cover = polygonCoverage(triangle, { x: 0, y: 0, width: 40, height: 40 });
          const sum = cover.reduce((total, level) => total + level / 255, 0);
          expect(Math.abs(sum - area)).toBeLessThan(1 + area * 0.01);
        },
      ),
    );
  });
  it('leaves the hole of a line that crosses itself open (even-odd rule)', () => {
    const twice = [
      { x: 0, y: 0 },
      { x: 6, y: 0 },
      { x: 6, y: 6 },
      { x: 0, y: 6 },
      { x: 0, y: 0 },
      { x: 2, y: 2 },
      { x: 4, y: 2 },
      { x: 4, y: 4 },
      { x: 2, y: 4 },
      { x: 2, y: 2 },
    ];
    expect(polygonCoverage(twice, { x: 0, y: 0, width: 6, height: 6 })[3 * 6 + 3]).toBe(0);
  });
  it('lies in a box of whole pixels inside the picture', () => {
    const outline = [
      { x: -4.2, y: 1.5 },
      { x: 7.3, y: 2 },
      { x: 3, y: 90 },
    ];
    expect(polygonBox(outline, { width: 100, height: 50 })).toEqual({ x: 0, y: 1, width: 8, height: 49 });
    expect(polygonBox(outline.slice(0, 2), { width: 100, height: 50 })).toBeNull();
  });
});
