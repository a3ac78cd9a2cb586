import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import { byCorners, STAYS } from '../trims/trim.ts';
import { boundsOfAll } from './arrange.ts';
import { settingOf } from './drawMarks.ts';
import { type Measure, measured } from './kinds/measure.ts';
import { type Ring, ring } from './kinds/ring.ts';
import type { Mark } from './mark.ts';
import { canTurn, middleOfAll, resizeMarks, turnMarks } from './turnAndResize.ts';
import { cornersOf, middleOf } from './turnedBox.ts';

const FONTS = { text: 'sans-serif', heads: 'monospace', fixed: 'monospace' };
const SETTING = settingOf({ width: 800, height: 600 }, FONTS, (words, size) => words.length * size * 0.6, []);
const base = { id: 'm', ink: '#b3261e' };
const line = (from: Point, to: Point): Mark => ({ kind: 'line', ...base, from, to });
const box: Mark = { kind: 'ring', ...base, shape: 'box', box: { x: 100, y: 100, width: 200, height: 100 } };
const text: Mark = { kind: 'text', ...base, x: 50, y: 60, text: 'abc' };
const length = (to: Point): Measure => ({
  ...{ kind: 'measure', ...base, of: 'length', points: [{ x: 100, y: 100 }, to], unit: 'mm', perPixel: 0.5 },
});

const at: fc.Arbitrary<Point> = fc.record({
  x: fc.integer({ min: 0, max: 700 }),
  y: fc.integer({ min: 0, max: 500 }),
});

describe('turning', () => {
  it('turns a line about its middle, by the geometry of a quarter turn', () => {
    const [turned] = turnMarks([line({ x: 100, y: 200 }, { x: 300, y: 200 })], 90, SETTING);
    expect(turned).toMatchObject({ kind: 'line' });
    if (turned?.kind !== 'line') return;
    expect(turned.from.x).toBeCloseTo(200, 6);
    expect([turned.from.y, turned.to.y].map(Math.round)).toEqual([100, 300]);
  });
  it('there and back is where it was, and lengths and angles stay what they are', () => {
    fc.assert(
      fc.property(at, at, fc.integer({ min: -180, max: 180 }), (from, to, degrees) => {
        fc.pre(Math.hypot(from.x - to.x, from.y - to.y) > 2);
        const measure = length(to);
        const [there] = turnMarks([measure], degrees, SETTING) as [Measure];
        expect(measured(there)).toBeCloseTo(measured(measure), 6);
        const one = line(from, to);
        const about = middleOfAll([one], SETTING);
        const turned = turnMarks([one], degrees, SETTING);
        expect(middleOfAll(turned, SETTING).x).toBeCloseTo(about.x, 6);
        const [back] = turnMarks(turned, -degrees, SETTING);
        if (back?.kind !== 'line') throw new Error('no line any more');
        expect(back.from.x).toBeCloseTo(from.x, 6);
        expect(back.to.y).toBeCloseTo(to.y, 6);
      }),
    );
  });
  it('lays a box and an ellipse aslant, and upright again on their other side after a quarter turn', () => {
    const [turned] = turnMarks([box], 45, SETTING) as [Ring];
    expect(turned).toMatchObject({ kind: 'ring', turned: 45 });
    expect(turned.box.width).toBeCloseTo(200, 6);
    // A square of the half diagonals of both sides, (200 + 100) / √2, and the line around it.
    const line = ring.bounds(box as Ring, SETTING).width - 200;
    expect(ring.bounds(turned, SETTING).width - line).toBeCloseTo(300 / Math.SQRT2, 6);
    for (const shape of ['box', 'ellipse'] as const) {
      const [on] = turnMarks([{ ...box, shape } as Mark], 90, SETTING) as [Ring];
      expect(on).not.toHaveProperty('turned');
      expect([on.box.x, on.box.y, on.box.width, on.box.height].map((n) => n.toFixed(6))).toEqual(
        [150, 50, 100, 200].map((n) => n.toFixed(6)),
      );
    }
    // x = 100 cos 30° cos w - 50 sin 30° sin w: at most √(7500 + 625), worked by hand.
    const [round] = turnMarks([{ ...box, shape: 'ellipse' } as Mark], 30, SETTING) as [Ring];
    expect(ring.bounds(round, SETTING).width - line).toBeCloseTo(2 * Math.sqrt(8125), 6);
  });
  it('leaves a box aslant the same box: hit on its sides only, and pulled along them', () => {
    const [turned] = turnMarks([box], 30, SETTING) as [Ring];
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        (part, side) => {
          const corners = cornersOf(turned);
          const [a, b] = [corners[side], corners[(side + 1) % 4]] as [Point, Point];
          const on = { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part };
          expect(ring.hits(turned, on, 0, SETTING)).toBe(true);
        },
      ),
    );
    expect(ring.hits(turned, middleOf(turned.box), 0, SETTING)).toBe(false);
    expect(ring.hits(turned, { x: 102, y: 102 }, 0, SETTING)).toBe(false);
    const [nw, , se] = cornersOf(turned);
    // Half as far along the diagonal: half as large, from the same corner, as much aslant.
    const pulled = ring.pull(turned, 'se', { x: (nw.x + se.x) / 2, y: (nw.y + se.y) / 2 }, false);
    expect(pulled.turned).toBeCloseTo(30, 9);
    expect([pulled.box.width, pulled.box.height].map(Math.round)).toEqual([100, 50]);
    expect(ring.handles(pulled, SETTING)[0]?.x).toBeCloseTo(nw.x, 6);
  });
  it('there and back leaves any ring where it was, through a mirror, too', () => {
    const angle = fc.integer({ min: -360, max: 360 });
    fc.assert(
      fc.property(angle, angle, fc.constantFrom('box', 'ellipse'), (first, second, shape) => {
        const [one] = turnMarks([{ ...box, shape } as Mark], first, SETTING) as [Ring];
        const [back] = turnMarks(turnMarks([one], second, SETTING), -second, SETTING) as [Ring];
        const mirrored = {
          point: ({ x, y }: Point) => ({ x: 800 - x, y }),
          box: byCorners(({ x, y }) => ({ x: 800 - x, y })),
        };
        const twice = ring.map(ring.map(one, { ...STAYS, ...mirrored }), { ...STAYS, ...mirrored });
        for (const again of [back, twice]) {
          const found = ring.handles(again, SETTING);
          // Whichever corner is called the first.
          for (const { x, y } of ring.handles(one, SETTING))
            expect(Math.min(...found.map((at) => Math.hypot(at.x - x, at.y - y)))).toBeLessThan(1e-6);
        }
      }),
    );
  });
  it('leaves words upright: alone they stay, with others they go round', () => {
    expect(canTurn(text)).toBe(false);
    expect(turnMarks([text], 90, SETTING)[0]).toMatchObject({ text: 'abc' });
    const [, moved] = turnMarks([line({ x: 0, y: 300 }, { x: 800, y: 300 }), text], 180, SETTING);
    if (moved?.kind !== 'text') throw new Error('no text');
    // The middle of both lies between them.
    expect(moved.y).toBeGreaterThan(250);
  });
});

describe('resizing', () => {
  it('keeps the place that is fixed, and is undone by the inverse', () => {
    fc.assert(
      fc.property(at, at, fc.double({ min: 0.1, max: 8, noNaN: true }), (from, to, factor) => {
        const marks = [line(from, to), box];
        const fixed = { x: 100, y: 100 };
        const there = resizeMarks(marks, factor, fixed);
        const [, ring] = there;
        if (ring?.kind !== 'ring') throw new Error('no ring');
        expect([ring.box.x, ring.box.y]).toEqual([100, 100]);
        expect(ring.box.width).toBeCloseTo(200 * factor, 6);
        const [back] = resizeMarks(there, 1 / factor, fixed);
        if (back?.kind !== 'line') throw new Error('no line');
        expect(back.from.x).toBeCloseTo(from.x, 6);
        expect(back.to.y).toBeCloseTo(to.y, 6);
      }),
    );
  });
  it('lets what measures measure something else then, in the unit it was calibrated to', () => {
    const measure = length({ x: 300, y: 100 });
    expect(measured(measure)).toBe(100);
    const [larger] = resizeMarks([measure], 2, { x: 0, y: 0 }) as [Measure];
    expect(measured(larger)).toBe(200);
    expect(boundsOfAll([larger], SETTING).width).toBeGreaterThan(boundsOfAll([measure], SETTING).width);
  });
});
