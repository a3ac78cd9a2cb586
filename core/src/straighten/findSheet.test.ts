// Facts of geometry: what is drawn here is known.
import { createCanvas } from '@napi-rs/canvas';
import { describe, expect, it } from 'vitest';
import type { Point } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findSheet } from './findSheet.ts';

const [WIDTH, HEIGHT] = [1000, 700];

function patch(points: readonly Point[]): Raster {
  const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
  context.fillStyle = '#345';
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.fillStyle = '#eee';
  context.beginPath();
  for (const { x, y } of points) context.lineTo(x, y);
  context.fill();
  const { data } = context.getImageData(0, 0, WIDTH, HEIGHT);
  return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(data.buffer) };
}
const quad = (tilt: number): Point[] => [
  { x: 200, y: 150 },
  { x: 800, y: 150 + tilt },
  { x: 780, y: 560 + tilt },
  { x: 210, y: 550 },
];

describe('what is no sheet', () => {
  it('is a window, whose sides follow the pixels; a sheet is held a little askew', () => {
    const upright = [
      { x: 200, y: 150 },
      { x: 800, y: 150 },
      { x: 800, y: 560 },
      { x: 200, y: 560 },
    ];
    expect(findSheet(patch(upright))).toBeNull();
    expect(findSheet(patch(quad(25)))).not.toBeNull();
  });
  it('is a patch of which a side is bitten into, though it fills its corners well', () => {
    const [a, b, c, d] = quad(25) as [Point, Point, Point, Point];
    const bite = [
      { x: 620, y: 168 },
      { x: 600, y: 200 },
      { x: 400, y: 195 },
      { x: 390, y: 158 },
    ];
    expect(findSheet(patch([a, ...bite.reverse(), b, c, d]))).toBeNull();
  });
});

describe('a screen in its bezel', () => {
  /** A quad around the middle, `share` of the size of the first. */
  const within = (points: readonly Point[], share: number): Point[] => {
    const x = points.reduce((sum, p) => sum + p.x, 0) / 4;
    const y = points.reduce((sum, p) => sum + p.y, 0) / 4;
    return points.map((p) => ({ x: x + (p.x - x) * share, y: y + (p.y - y) * share }));
  };
  const lit94 = within(quad(25), 0.94);
  function screen(
    lit: string,
    { bezel = '#1c1c1e', more = (_: (points: readonly Point[], colour: string) => void) => {} } = {},
  ): Raster {
    const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
    const fill = (points: readonly Point[], colour: string) => {
      context.fillStyle = colour;
      context.beginPath();
      for (const { x, y } of points) context.lineTo(x, y);
      context.fill();
    };
    context.fillStyle = '#a9a49c';
    context.fillRect(0, 0, WIDTH, HEIGHT);
    fill(quad(25), bezel);
    context.fillRect(470, 500, 60, 150);
    fill(lit94, lit);
    more(fill);
    const { data } = context.getImageData(0, 0, WIDTH, HEIGHT);
    return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(data.buffer) };
  }
  const [a, b, c, d] = lit94 as [Point, Point, Point, Point];
  /** A share of the way from one corner to another. */
  const on = (from: Point, to: Point, share: number): Point => ({
    x: from.x + (to.x - from.x) * share,
    y: from.y + (to.y - from.y) * share,
  });
  function expectCorners(raster: Raster, corners: readonly Point[]): void {
    const found = findSheet(raster);
    expect(found).not.toBeNull();
    for (const [i, corner] of corners.entries())
      expect(Math.hypot(found![i]!.x - corner.x, found![i]!.y - corner.y)).toBeLessThan(
        0.01 * Math.hypot(WIDTH, HEIGHT),
      );
  }
  it.each(['#e8e8e8', '#56789a'])(
    'is found where it is lit (%s), not at the rim, whatever it stands on',
    (lit) => expectCorners(screen(lit), lit94),
  );
  it('begins at its bezel, and not below a panel or beside a margin that it shows', () => {
    const panel = (fill: (points: readonly Point[], colour: string) => void) => {
      fill([a, b, on(b, c, 0.05), on(a, d, 0.05)], '#5a4a52');
      // A button of the panel that is as dark as the bezel: the panel's lower edge is the longer one.
      fill(
        [
          on(a, b, 0.3),
          on(a, b, 0.45),
          on(on(a, b, 0.45), on(d, c, 0.45), 0.04),
          on(on(a, b, 0.3), on(d, c, 0.3), 0.04),
        ],
        '#1c1c1e',
      );
    };
    expectCorners(screen('#e8e8e8', { more: panel }), lit94);
  });
  it('is found in a bezel that is as light as paper', () => {
    expectCorners(screen('#56789a', { bezel: '#d8d8d6' }), lit94);
  });
  it('is no frame that is printed on a page: that is the page', () => {
    const frame = (fill: (points: readonly Point[], colour: string) => void) =>
      fill(within(quad(25), 0.93), '#d8d8d6');
    expectCorners(screen('#333', { bezel: '#d8d8d6', more: frame }), quad(25));
  });
});
