import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import { boundsOfAll } from './arrange.ts';
import { settingOf } from './drawMarks.ts';
import { type Measure, measured } from './kinds/measure.ts';
import type { Mark } from './mark.ts';
import { canTurn, middleOfAll, resizeMarks, turnMarks } from './turnAndResize.ts';

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
  it('makes a box aslant a closed line of its corners, and an ellipse one of its curve', () => {
    const [turned] = turnMarks([box], 45, SETTING);
    if (turned?.kind !== 'loop') throw new Error('no loop');
    expect(turned.points).toHaveLength(4);
    const [a, b, c] = turned.points as [Point, Point, Point];
    expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(200, 6);
    expect(Math.hypot(c.x - b.x, c.y - b.y)).toBeCloseTo(100, 6);
    // A quarter turn of an ellipse is the ellipse with its sides changed (x²/a² + y²/b² = 1).
    const [round] = turnMarks([{ ...box, shape: 'ellipse' } as Mark], 90, SETTING);
    if (round?.kind !== 'loop') throw new Error('no loop');
    for (const { x, y } of round.points)
      expect(((x - 200) / 50) ** 2 + ((y - 150) / 100) ** 2).toBeCloseTo(1, 6);
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
