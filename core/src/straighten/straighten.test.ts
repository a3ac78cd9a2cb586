import fc from 'fast-check';
import { getPerspectiveWarp } from 'image-js';
import { describe, expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { findSheet } from './findSheet.ts';
import { homographyBetween, mapPoint, type Quad } from './homography.ts';
import { straighten, straightSize } from './straighten.ts';

const corner = fc.integer({ min: -60, max: 60 });
/** Convex: each corner stays in its own quarter of the picture. */
const quads = fc.tuple(corner, corner, corner, corner, corner, corner, corner, corner).map(
  ([a, b, c, d, e, f, g, h]): Quad => [
    { x: 100 + a, y: 100 + b },
    { x: 500 + c, y: 100 + d },
    { x: 500 + e, y: 400 + f },
    { x: 100 + g, y: 400 + h },
  ],
);

describe('homographyBetween', () => {
  it('takes each corner to its own, and back', () => {
    fc.assert(
      fc.property(quads, quads, (from, to) => {
        const there = homographyBetween(from, to);
        const back = homographyBetween(to, from);
        from.forEach((p, i) => {
          const q = mapPoint(there, p);
          expect(q.x).toBeCloseTo(to[i]!.x, 5);
          expect(q.y).toBeCloseTo(to[i]!.y, 5);
          const home = mapPoint(back, q);
          expect(home.x).toBeCloseTo(p.x, 4);
          expect(home.y).toBeCloseTo(p.y, 4);
        });
      }),
    );
  });
  it('keeps straight lines straight and crossings where they are: the diagonals cross in the middle of the rectangle', () => {
    const quad: Quad = [
      { x: 20, y: 30 },
      { x: 300, y: 10 },
      { x: 340, y: 220 },
      { x: 0, y: 180 },
    ];
    const crossing = crossingOf(quad[0], quad[2], quad[1], quad[3]);
    const rectangle: Quad = [
      { x: 0, y: 0 },
      { x: 400, y: 0 },
      { x: 400, y: 200 },
      { x: 0, y: 200 },
    ];
    const middle = mapPoint(homographyBetween(quad, rectangle), crossing);
    expect(middle.x).toBeCloseTo(200, 8);
    expect(middle.y).toBeCloseTo(100, 8);
  });
  it('agrees with image-js about where the points of a rectangle come from', () => {
    const quad: Quad = [
      { x: 22, y: 31 },
      { x: 310, y: 14 },
      { x: 338, y: 221 },
      { x: 9, y: 187 },
    ];
    const size = { width: 320, height: 190 };
    const theirs = getPerspectiveWarp(
      quad.map(({ x, y }) => ({ column: x, row: y })),
      size,
    );
    const m = theirs.matrix.flat();
    const target: Quad = [
      { x: 0, y: 0 },
      { x: theirs.width - 1, y: 0 },
      { x: theirs.width - 1, y: theirs.height - 1 },
      { x: 0, y: theirs.height - 1 },
    ];
    const ours = homographyBetween(target, quad);
    const scale = m[8] ?? 1;
    for (const [i, value] of ours.entries()) expect(value).toBeCloseTo((m[i] ?? 0) / scale, 6);
  });
  it('refuses corners of which three lie on one line', () => {
    const flat: Quad = [
      { x: 0, y: 0 },
      { x: 5, y: 5 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ];
    expect(() => homographyBetween(flat, flat)).toThrow(/one line/);
  });
});

function crossingOf(
  a: { x: number; y: number },
  b: { x: number; y: number },
  c: { x: number; y: number },
  d: { x: number; y: number },
) {
  const t =
    ((c.x - a.x) * (d.y - c.y) - (c.y - a.y) * (d.x - c.x)) /
    ((b.x - a.x) * (d.y - c.y) - (b.y - a.y) * (d.x - c.x));
  return { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) };
}

/** A picture that is `inside` within a quad and `outside` elsewhere. */
function sheet(width: number, height: number, quad: Quad, inside = 235, outside = 60): Raster {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  const within = (x: number, y: number) =>
    quad.every((a, i) => {
      const b = quad[(i + 1) % 4]!;
      return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x) >= 0;
    });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.fill(
        within(x + 0.5, y + 0.5) ? inside + ((x * 7 + y) % 5) : outside + ((x + y * 3) % 9),
        (y * width + x) * 4,
        (y * width + x) * 4 + 3,
      );
  return { width, height, data };
}

describe('straighten', () => {
  it('gives an upright part of a picture back unchanged', () => {
    const raster = sheet(60, 40, [
      { x: 5, y: 5 },
      { x: 50, y: 8 },
      { x: 52, y: 35 },
      { x: 3, y: 33 },
    ]);
    const whole: Quad = [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 40 },
      { x: 0, y: 40 },
    ];
    expect(straighten(raster, whole).data).toEqual(raster.data);
  });
  it('fills the rectangle with the sheet and nothing else', () => {
    const quad: Quad = [
      { x: 42, y: 31 },
      { x: 251, y: 52 },
      { x: 233, y: 190 },
      { x: 20, y: 171 },
    ];
    const straight = straighten(sheet(300, 220, quad), quad);
    expect(straightSize(quad)).toEqual({ width: straight.width, height: straight.height });
    const inner = [0.03, 0.5, 0.97];
    for (const u of inner)
      for (const v of inner) {
        const at = (Math.floor(v * straight.height) * straight.width + Math.floor(u * straight.width)) * 4;
        expect(straight.data[at]).toBeGreaterThan(225);
      }
  });
});

describe('findSheet', () => {
  it('finds a clear sheet, light on dark or dark on light, to a few pixels', () => {
    const inset = fc.integer({ min: 0, max: 70 });
    fc.assert(
      fc.property(fc.array(inset, { minLength: 8, maxLength: 8 }), fc.boolean(), (d, light) => {
        const quad: Quad = [
          { x: 60 + d[0]!, y: 50 + d[1]! },
          { x: 580 - d[2]!, y: 50 + d[3]! },
          { x: 580 - d[4]!, y: 430 - d[5]! },
          { x: 60 + d[6]!, y: 430 - d[7]! },
        ];
        // Two sides that follow the pixels are a window's: see what is no sheet.
        const off = [d[1]! - d[3]!, d[5]! - d[7]!, d[0]! - d[6]!, d[2]! - d[4]!];
        fc.pre(off.filter((by) => Math.abs(by) < 3).length < 2);
        const found = findSheet(light ? sheet(640, 480, quad) : sheet(640, 480, quad, 30, 200));
        expect(found).not.toBeNull();
        for (const [i, c] of found!.entries())
          expect(Math.hypot(c.x - quad[i]!.x, c.y - quad[i]!.y)).toBeLessThan(9);
      }),
      { numRuns: 25 },
    );
  });
  it('finds nothing in a plain picture', () => {
    const flat = { width: 64, height: 48, data: new Uint8ClampedArray(64 * 48 * 4).fill(128) };
    expect(findSheet(flat)).toBeNull();
  });
});
