// Where the windows are is known because they are drawn here, with soft edges, as a canvas draws them.
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findOutlines } from './findOutlines.ts';
import { grainOf } from './grain.ts';

const [WIDTH, HEIGHT] = [1200, 800];

function desktop(paper: readonly [string, string], draw: (c: SKRSContext2D) => void): Raster {
  const c = createCanvas(WIDTH, HEIGHT).getContext('2d');
  const slope = c.createLinearGradient(0, 0, WIDTH, HEIGHT);
  slope.addColorStop(0, paper[0]);
  slope.addColorStop(1, paper[1]);
  c.fillStyle = slope;
  c.fillRect(0, 0, WIDTH, HEIGHT);
  draw(c);
  const { data } = c.getImageData(0, 0, WIDTH, HEIGHT);
  return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(data.buffer) };
}

interface Look {
  radius?: number;
  colour?: string;
  bar?: string;
  shadow?: boolean;
}

function paintWindow(c: SKRSContext2D, box: Box, look: Look = {}): void {
  const { radius = 20, colour = '#fafafa', bar = '#e6e6e6', shadow = true } = look;
  c.save();
  if (shadow) {
    c.shadowColor = 'rgba(0, 0, 0, 0.4)';
    c.shadowBlur = 30;
    c.shadowOffsetY = 8;
  }
  c.fillStyle = colour;
  c.beginPath();
  c.roundRect(box.x, box.y, box.width, box.height, radius);
  c.fill();
  c.shadowColor = 'transparent';
  c.clip();
  c.fillStyle = bar;
  c.fillRect(box.x, box.y, box.width, 40);
  c.restore();
}

const found = (raster: Raster) => findOutlines(raster).map(({ box }) => box);
const isNear = (a: Box, b: Box) =>
  Math.abs(a.x - b.x) <= 2 &&
  Math.abs(a.y - b.y) <= 2 &&
  Math.abs(a.x + a.width - b.x - b.width) <= 2 &&
  Math.abs(a.y + a.height - b.y - b.height) <= 2;
const holds = (boxes: readonly Box[], wanted: Box) => boxes.some((box) => isNear(box, wanted));

const [A, B] = [
  { x: 120, y: 90, width: 620, height: 430 },
  { x: 480, y: 300, width: 600, height: 400 },
];
const SLOPES = [
  ['#203a60', '#a0c0d8'],
  ['#38302c', '#38302c'],
] as const;

describe('windows with soft edges', () => {
  it.each([0, 8, 14, 20, 23])('are found with corners of radius %s, in front and below', (radius) => {
    for (const paper of SLOPES) {
      const raster = desktop(paper, (c) => {
        paintWindow(c, A, { radius });
        paintWindow(c, B, { radius, colour: '#101418', bar: '#30343a' });
      });
      const boxes = found(raster);
      expect(holds(boxes, B), `in front, ${paper[0]}`).toBe(true);
      expect(holds(boxes, A), `below, ${paper[0]}`).toBe(true);
    }
  });
  it('are found as menus, whose short sides are mostly rounding', () => {
    const menu = { x: 300, y: 200, width: 292, height: 166 };
    const raster = desktop(SLOPES[0], (c) => paintWindow(c, menu, { radius: 20, bar: '#fafafa' }));
    expect(holds(found(raster), menu)).toBe(true);
  });
  it('are found where one side has the colour of what lies behind, for most of it', () => {
    const behind = { x: 480, y: 60, width: 640, height: 300 };
    const front = { x: 200, y: 140, width: 560, height: 380 };
    const raster = desktop(SLOPES[0], (c) => {
      paintWindow(c, behind, { shadow: false, bar: '#fafafa', radius: 8 });
      // Its right side lies on the window behind, and what hangs over it is of another colour.
      paintWindow(c, front, { shadow: false, bar: '#803020', radius: 8 });
    });
    expect(holds(found(raster), front)).toBe(true);
  });
  it('are found white on white, by a shadow that is hardly darker', () => {
    const raster = desktop(['#ffffff', '#ffffff'], (c) => {
      c.shadowColor = 'rgba(0, 0, 0, 0.05)';
      c.shadowBlur = 6;
      c.fillStyle = '#ffffff';
      c.beginPath();
      c.roundRect(A.x, A.y, A.width, A.height, 12);
      c.fill();
    });
    expect(holds(found(raster), A)).toBe(true);
  });
  it('are not made of lines that lead on: a table without its right side gives no box of some of its rows', () => {
    const raster = desktop(['#ffffff', '#ffffff'], (c) => {
      c.strokeStyle = '#888888';
      c.lineWidth = 1;
      for (let row = 0; row <= 5; row++) c.strokeRect(100, 100.5 + row * 100, 600, 0.01);
      c.strokeRect(100.5, 100, 0.01, 500);
    });
    for (const box of found(raster)) expect(box.height, JSON.stringify(box)).not.toBe(200);
  });
});

describe('grainOf', () => {
  it('is little in what is drawn with slopes and shadows, and more in the same as JPEG', async () => {
    const raster = desktop(SLOPES[0], (c) => {
      for (let i = 0; i < 2; i++)
        paintWindow(c, { x: 40 + i * 180, y: 60 + i * 60, width: 170, height: 260 }, { radius: 8 });
      c.fillStyle = '#222222';
      c.font = '13px "DejaVu Sans"';
      for (let y = 100; y < 780; y += 80) c.fillText('readings of the stage at noon, '.repeat(6), 20, y);
    });
    const raw = { width: WIDTH, height: HEIGHT, channels: 4 } as const;
    const coded = await sharp(Buffer.from(raster.data), { raw: raw })
      .flatten()
      .jpeg({ quality: 60 })
      .toBuffer();
    const data = new Uint8ClampedArray(await sharp(coded).ensureAlpha().raw().toBuffer());
    expect(grainOf(raster)).toBeLessThan(0.025);
    expect(grainOf({ ...raster, data })).toBeGreaterThan(0.025);
  });
  it('is none in a picture of one colour or of one row', () => {
    expect(grainOf({ width: 1, height: 1, data: new Uint8ClampedArray(4) })).toBe(0);
    expect(grainOf(desktop(['#123456', '#123456'], () => {}))).toBe(0);
  });
  it('counts exactly the neighbours that differ faintly, on every eighth row', () => {
    const [width, height] = [9, 8];
    const data = new Uint8ClampedArray(width * height * 4);
    // The fifth row alone is looked at: steps of 1, 2, 7, 8 and no step four times.
    for (const [x, level] of [0, 1, 3, 10, 18, 18, 18, 18, 18].entries()) data[(4 * width + x) * 4] = level;
    expect(grainOf({ width, height, data })).toBe(2 / 8);
  });
});
