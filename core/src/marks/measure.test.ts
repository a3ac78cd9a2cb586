import { createCanvas, ImageData } from '@napi-rs/canvas';
import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import { placingOf } from '../preparation/placing.ts';
import type { Trim } from '../trims/trim.ts';
import { drawMarks } from './drawMarks.ts';
import { channelsOf } from './kinds/colour.ts';
import { calibrated, type Measure, measure, measured, resultOf } from './kinds/measure.ts';
import type { MarkCanvas } from './markCanvas.ts';

const of = (what: Measure['of'], points: Array<[number, number]>, more: Partial<Measure> = {}): Measure => ({
  kind: 'measure',
  id: 'm',
  ink: '#12343b',
  of: what,
  points: points.map(([x, y]) => ({ x, y })),
  unit: 'px',
  perPixel: 1,
  ...more,
});

describe('what is measured (worked geometry)', () => {
  it('lengths: 3, 4, 5; and along an axis', () => {
    expect(
      measured(
        of('length', [
          [10, 10],
          [13, 14],
        ]),
      ),
    ).toBe(5);
    expect(
      measured(
        of('length', [
          [0, 7],
          [120, 7],
        ]),
      ),
    ).toBe(120);
  });
  it('angles: right, half of that, straight, 60 degrees of three equal sides, and never more than 180', () => {
    expect(
      measured(
        of('angle', [
          [10, 0],
          [0, 0],
          [0, 10],
        ]),
      ),
    ).toBeCloseTo(90, 9);
    expect(
      measured(
        of('angle', [
          [10, 0],
          [0, 0],
          [10, 10],
        ]),
      ),
    ).toBeCloseTo(45, 9);
    expect(
      measured(
        of('angle', [
          [-10, 0],
          [0, 0],
          [10, 0],
        ]),
      ),
    ).toBeCloseTo(180, 9);
    expect(
      measured(
        of('angle', [
          [2, 0],
          [0, 0],
          [1, Math.sqrt(3)],
        ]),
      ),
    ).toBeCloseTo(60, 9);
    expect(
      measured(
        of('angle', [
          [-10, 1],
          [0, 0],
          [-10, -1],
        ]),
      ),
    ).toBeCloseTo((2 * Math.atan(0.1) * 180) / Math.PI, 9);
  });
  it('areas: a rectangle, a triangle of half of it, either way around; an L by the shoelace formula', () => {
    expect(
      measured(
        of('area', [
          [0, 0],
          [20, 0],
          [20, 10],
          [0, 10],
        ]),
      ),
    ).toBe(200);
    expect(
      measured(
        of('area', [
          [0, 0],
          [20, 0],
          [20, 10],
        ]),
      ),
    ).toBe(100);
    expect(
      measured(
        of('area', [
          [20, 10],
          [20, 0],
          [0, 0],
        ]),
      ),
    ).toBe(100);
    expect(
      measured(
        of('area', [
          [0, 0],
          [4, 0],
          [4, 2],
          [2, 2],
          [2, 4],
          [0, 4],
        ]),
      ),
    ).toBe(12);
  });
  it('in real units: 50 mm over 200 pixels is 0.25 mm a pixel, an area by its square, an angle as it is', () => {
    const scale = of('length', [
      [0, 0],
      [200, 0],
    ]);
    const area = of('area', [
      [0, 0],
      [20, 0],
      [20, 10],
      [0, 10],
    ]);
    const angle = of('angle', [
      [10, 0],
      [0, 0],
      [0, 10],
    ]);
    const [real, square, right] = calibrated([scale, area, angle], scale, 50, 'mm') as [
      Measure,
      Measure,
      Measure,
    ];
    expect(resultOf(real)).toBe('50 mm');
    expect(resultOf(square)).toBe('12.5 mm²');
    expect(resultOf(right)).toBe('90°');
  });
  it('cannot be calibrated by nothing', () => {
    const none = of('length', [
      [5, 5],
      [5, 5],
    ]);
    expect(calibrated([none], none, 10, 'mm')).toEqual([none]);
  });
  it('is the same after any trims and scaling', () => {
    const steps: Trim[] = [
      { kind: 'turn', quarters: 3 },
      { kind: 'tilt', degrees: 11 },
      { kind: 'mirror', sides: 'top-bottom' },
      { kind: 'band', of: 'columns', from: 100, to: 160 },
    ];
    const place = fc.record({ x: fc.integer({ min: 100, max: 500 }), y: fc.integer({ min: 100, max: 300 }) });
    fc.assert(
      fc.property(place, place, (a: Point, b: Point) => {
        const mark = of('length', [], { points: [a, b], unit: 'mm', perPixel: 0.25 });
        const { there } = placingOf(
          { framing: { kind: 'whole' }, trims: steps },
          { width: 640, height: 400 },
        );
        expect(measured(measure.map(mark, there))).toBeCloseTo(measured(mark), 6);
      }),
    );
  });
});

it('reads a colour as three numbers', () => {
  expect(channelsOf('#0a80ff')).toBe('10, 128, 255');
});

it('highlights by multiplying, as sharp does by itself: what is dark stays dark, paper takes the tint', async () => {
  const [width, height] = [40, 20];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++)
    data.set([(i * 13) % 256, (i * 7) % 256, (i * 29) % 256, 255], i * 4);
  const context = createCanvas(width, height).getContext('2d');
  context.putImageData(new ImageData(data, width, height), 0, 0);
  const box = { x: 0, y: 0, width, height };
  drawMarks(
    context as unknown as MarkCanvas,
    [{ kind: 'highlight', id: 'h', tint: '#ffe27a', box }],
    { width, height },
    { text: 'sans-serif', heads: 'sans-serif', fixed: 'monospace' },
    () => 1,
  );
  const ours = context.getImageData(0, 0, width, height).data;
  const tint = await sharp({ create: { width, height, channels: 4, background: '#ffe27a' } })
    .png()
    .toBuffer();
  const theirs = await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .composite([{ input: tint, blend: 'multiply' }])
    .raw()
    .toBuffer();
  for (let i = 0; i < ours.length; i++)
    expect(Math.abs((ours[i] ?? 0) - (theirs[i] ?? 0))).toBeLessThanOrEqual(1);
});
