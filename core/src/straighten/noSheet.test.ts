// Facts of geometry; what is drawn here is known.
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
