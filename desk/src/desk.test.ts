import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { linearRegression, rSquared } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import type { DeskCanvas } from './canvas.ts';
import { deskContent } from './content.ts';
import { createDesk, type Desk, deskArea, movePointer, moveWindow, raise, windowAt } from './desk.ts';
import { drawDesk } from './drawDesk.ts';
import { PROGRAM_IDS, PROGRAMS } from './programs/programs.ts';
import { seededRandom, seedFromText } from './random.ts';
import { fitRatingCurve } from './ratingCurve.ts';
import { takeArea } from './take.ts';

const desk = createDesk(deskContent(7));

function paint(of: Desk, pointer = false) {
  const { width, height } = deskArea(of);
  const context = createCanvas(width, height).getContext('2d');
  const anchors = drawDesk(context as unknown as DeskCanvas, of, { pointer });
  const pixel = (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data.subarray(0, 3)];
  return { anchors, pixel, bytes: () => Buffer.from(context.getImageData(0, 0, width, height).data.buffer) };
}

describe('the displays', () => {
  it('make one picture as wide as both (common practice, no source), black where no display is', () => {
    expect(deskArea(desk)).toEqual({ x: 0, y: 0, width: 2464, height: 900 });
    const { pixel } = paint(desk);
    expect(pixel(2000, 800)).toEqual([0, 0, 0]);
    expect(pixel(2000, 760)).not.toEqual([0, 0, 0]);
  });
  it('are drawn the same every time', () => {
    expect(
      paint(createDesk(deskContent(7)))
        .bytes()
        .equals(paint(desk).bytes()),
    ).toBe(true);
    expect(
      paint(createDesk(deskContent(8)))
        .bytes()
        .equals(paint(desk).bytes()),
    ).toBe(false);
  });
});

describe('windows', () => {
  it('come to the front and stay in order otherwise', () => {
    const raised = raise(desk, 'probe-console');
    expect(raised.windows.map((w) => w.program)).toEqual(['stage-table', 'curve-fitter', 'probe-console']);
    expect(raise(raised, 'probe-console')).toBe(raised);
  });
  it('are found where they are uppermost', () => {
    const over = moveWindow(desk, 'curve-fitter', { x: 100, y: 140 });
    expect(windowAt(over, { x: 200, y: 300 })?.program).toBe('curve-fitter');
    expect(windowAt(raise(over, 'stage-table'), { x: 200, y: 300 })?.program).toBe('stage-table');
    expect(windowAt(desk, { x: 20, y: 850 })).toBeNull();
  });
  it('can always be reached again, wherever they are moved', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), (x, y) => {
        const moved = moveWindow(desk, 'stage-table', { x, y });
        const window = moved.windows.find((w) => w.program === 'stage-table');
        expect(window && takeArea(moved, { kind: 'window', program: 'stage-table' })).not.toBeNull();
        expect(Number.isInteger(window?.x)).toBe(true);
      }),
    );
  });
  it('hold in a picture what covers them (common practice, no source)', () => {
    const covered = moveWindow(desk, 'curve-fitter', { x: 70, y: 120 });
    const place = paint(covered).anchors['stage-table'].rows;
    const here = place ?? { x: 0, y: 0 };
    expect(takeArea(covered, { kind: 'window', program: 'stage-table' })).toEqual({
      x: 70,
      y: 120,
      width: 470,
      height: 510,
    });
    expect(paint(covered).pixel(here.x, here.y)).not.toEqual(
      paint(raise(covered, 'stage-table')).pixel(here.x, here.y),
    );
  });
});

describe('takes', () => {
  it('hold exactly what they name', () => {
    expect(takeArea(desk, { kind: 'display', index: 1 })).toEqual({
      x: 1440,
      y: 0,
      width: 1024,
      height: 768,
    });
    expect(takeArea(desk, { kind: 'display', index: 2 })).toBeNull();
    const halfOut = moveWindow(desk, 'probe-console', { x: 2300, y: 100 });
    expect(takeArea(halfOut, { kind: 'window', program: 'probe-console' })).toEqual({
      x: 2300,
      y: 100,
      width: 164,
      height: 420,
    });
  });
  it('have the pointer in them only when asked', () => {
    const pointed = movePointer(desk, { x: 300, y: 800 });
    expect(paint(pointed, true).pixel(302, 806)).toEqual([255, 255, 255]);
    expect(paint(pointed, false).pixel(302, 806)).not.toEqual([255, 255, 255]);
  });
  it('say where the named things of each program are, inside its window', () => {
    const { anchors } = paint(desk);
    for (const { program } of desk.windows) {
      const window = desk.windows.find((w) => w.program === program);
      for (const [name, at] of Object.entries(anchors[program]))
        expect(windowAt(desk, at)?.program, name).toBe(window?.program);
    }
  });
});

describe('fitRatingCurve', () => {
  it('agrees with simple-statistics on the logarithms', () => {
    const { gaugings } = deskContent(11);
    const points = gaugings.map((g) => [Math.log(g.stage), Math.log(g.discharge ?? 0)]);
    const theirs = linearRegression(points);
    const curve = fitRatingCurve(gaugings);
    expect(curve?.b).toBeCloseTo(theirs.m, 10);
    expect(curve?.a).toBeCloseTo(Math.exp(theirs.b), 10);
    expect(curve?.r2).toBeCloseTo(
      rSquared(points, (x) => theirs.b + theirs.m * x),
      10,
    );
  });
  it('finds an exact power law again: Q = 3 h²', () => {
    const exact = [0.5, 1, 2].map((stage) => ({ time: '', stage, discharge: 3 * stage ** 2 }));
    expect(fitRatingCurve(exact)?.a).toBeCloseTo(3, 12);
    expect(fitRatingCurve(exact)?.b).toBeCloseTo(2, 12);
    expect(fitRatingCurve(exact)?.r2).toBeCloseTo(1, 12);
  });
  it('fits nothing through fewer than two different stages', () => {
    expect(fitRatingCurve([{ time: '', stage: 1, discharge: 2 }])).toBeNull();
    expect(fitRatingCurve(deskContent(3, { gap: { from: 0, to: 11 } }).gaugings)).toBeNull();
  });
});

describe('content', () => {
  it('differs from person to person and is the same for the same one', () => {
    const stations = new Set(
      Array.from({ length: 24 }, (_, i) => deskContent(seedFromText(`student${i}@example`)).station),
    );
    expect(stations.size).toBeGreaterThan(20);
    expect(deskContent(99)).toEqual(deskContent(99));
  });
  it('rises from row to row and leaves the gap empty', () => {
    const { gaugings } = deskContent(5, { gap: { from: 4, to: 6 } });
    for (const [i, g] of gaugings.entries()) {
      expect(g.discharge === null).toBe(i >= 4 && i <= 6);
      if (i > 0) expect(g.stage).toBeGreaterThan(gaugings[i - 1]?.stage ?? 0);
    }
  });
  it('follows FNV-1a for seeds: the 32-bit value of "foobar" is bf9cf968 (draft-eastlake-fnv, test vectors)', () => {
    expect(seedFromText('foobar').toString(16)).toBe('bf9cf968');
    expect(seedFromText('').toString(16)).toBe('811c9dc5');
  });
  it('spreads its random numbers evenly', () => {
    const random = seededRandom(1);
    const counts = new Array(10).fill(0);
    for (let i = 0; i < 10_000; i++) counts[Math.floor(random() * 10)]++;
    // Chi-squared with 9 degrees of freedom: 27.9 is exceeded once in a thousand (standard tables, from memory).
    expect(counts.reduce((sum, n) => sum + (n - 1000) ** 2 / 1000, 0)).toBeLessThan(27.9);
  });
  it('gives every program a title without a trade name and a size that fits the smaller display', () => {
    for (const program of PROGRAM_IDS) expect(PROGRAMS[program].size.height).toBeLessThan(768);
  });
});
