import { createCanvas, loadImage } from '@napi-rs/canvas';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { drawMarks } from './drawMarks.ts';
import type { Mark } from './mark.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { marksAsSvg } from './marksAsSvg.ts';

const picture = { width: 400, height: 300 };
const fonts = { text: 'sans-serif', heads: 'sans-serif', fixed: 'monospace' };
const measure = (text: string, size: number) => text.length * size * 0.5;
const base = { id: 'm', ink: '#b3261e' };
const box = { x: 60, y: 50, width: 120, height: 90 };
/** A picture of the box's size, as a mark carries it. */
async function stripes(): Promise<string> {
  const canvas = createCanvas(box.width, box.height).getContext('2d');
  for (const [index, colour] of ['#1c6660', '#ffe066', '#b3261e'].entries()) {
    canvas.fillStyle = colour;
    canvas.fillRect(index * 40, 0, 40, box.height);
  }
  return canvas.canvas.toDataURL('image/png');
}
const MARKS: Record<string, Mark> = {
  arrow: { kind: 'arrow', ...base, from: { x: 40, y: 250 }, to: { x: 330, y: 60 } },
  line: { kind: 'line', ...base, from: { x: 20, y: 30 }, to: { x: 380, y: 270 } },
  box: { kind: 'ring', ...base, shape: 'box', box },
  ellipse: { kind: 'ring', ...base, shape: 'ellipse', box },
  boxAslant: { kind: 'ring', ...base, shape: 'box', box, turned: 25 },
  ellipseAslant: { kind: 'ring', ...base, shape: 'ellipse', box, turned: -40 },
  loop: { kind: 'loop', ...base, points: [box, { x: 300, y: 80 }, { x: 200, y: 240 }] },
  stroke: {
    kind: 'stroke',
    ...base,
    points: [
      { x: 40, y: 40, p: 0.2 },
      { x: 200, y: 150, p: 0.8 },
      { x: 350, y: 60, p: 0.5 },
    ],
  },
  // A head with its letter left out of the comparison would be no head: its disc is most of it.
  pin: { kind: 'pin', letter: 'i', x: 200, y: 150 },
  highlight: { kind: 'highlight', id: 'm', tint: '#ffe066', box },
  inset: { kind: 'inset', id: 'm', pixels: await stripes(), box },
};

/** How far two pictures are apart: mean difference of a channel, of 255. */
async function apart(a: Buffer, b: Buffer): Promise<number> {
  const pixels = (bytes: Buffer) =>
    sharp(bytes).flatten({ background: '#ffffff' }).removeAlpha().raw().toBuffer();
  const [one, other] = [await pixels(a), await pixels(b)];
  let sum = 0;
  for (let i = 0; i < one.length; i++) sum += Math.abs((one[i] as number) - (other[i] as number));
  return sum / one.length;
}

describe('marks as SVG', () => {
  // Drawn by another program: librsvg, through sharp.
  it.each(Object.entries(MARKS))('%s is drawn by librsvg as on the canvas', async (_, mark) => {
    const svg = marksAsSvg([mark], picture, fonts, measure, '{}');
    const canvas = createCanvas(picture.width, picture.height);
    const context = canvas.getContext('2d');
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, picture.width, picture.height);
    const image = mark.kind === 'inset' ? await loadImage(mark.pixels) : null;
    drawMarks(context as unknown as MarkCanvas, [mark], picture, fonts, measure, () => image);
    const drawn = await sharp(Buffer.from(svg)).flatten({ background: '#ffffff' }).png().toBuffer();
    const empty = await sharp({ create: { ...picture, channels: 3, background: '#ffffff' } })
      .png()
      .toBuffer();
    const onCanvas = canvas.toBuffer('image/png');
    // Something is there, and what differs is a part of its edges.
    const ink = await apart(onCanvas, empty);
    expect(ink).toBeGreaterThan(0.1);
    expect(await apart(drawn, onCanvas)).toBeLessThan(ink * 0.1);
  });
  it('over its picture, an arrow and a highlighter that multiplies are drawn by librsvg as on the canvas', async () => {
    const ground = createCanvas(picture.width, picture.height);
    const below = ground.getContext('2d');
    for (let x = 0; x < picture.width; x += 50) {
      below.fillStyle = `hsl(${x}, 60%, 60%)`;
      below.fillRect(x, 0, 50, picture.height);
    }
    const before = ground.toBuffer('image/png');
    const both = [MARKS.highlight, MARKS.arrow] as Mark[];
    const svg = marksAsSvg(both, picture, fonts, measure, '{}', ground.toDataURL('image/png'));
    drawMarks(below as unknown as MarkCanvas, both, picture, fonts, measure, () => null);
    const drawn = await sharp(Buffer.from(svg)).png().toBuffer();
    const ink = await apart(ground.toBuffer('image/png'), before);
    expect(ink).toBeGreaterThan(1);
    expect(await apart(drawn, ground.toBuffer('image/png'))).toBeLessThan(ink * 0.1);
  });
  it('has text as text, and nothing of it breaks out', async () => {
    const text: Mark = { kind: 'text', ...base, x: 40, y: 40, text: '<script>alert("x")</script> & ]]>' };
    const svg = marksAsSvg([text], picture, fonts, measure, JSON.stringify({ marks: [text] }));
    expect(svg.replace(/<!\[CDATA\[[\s\S]*?\]\]>/g, '')).not.toMatch(/<script/);
    await expect(sharp(Buffer.from(svg)).png().toBuffer()).resolves.toBeDefined();
  });
});
