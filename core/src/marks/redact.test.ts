import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { REDACTION_LOOKS } from './kinds/redaction.ts';
import { redact } from './redact.ts';

const [WIDTH, HEIGHT] = [40, 30];
const raster = (value: (i: number) => number) => ({
  width: WIDTH,
  height: HEIGHT,
  data: Uint8ClampedArray.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => (i % 4 === 3 ? 255 : value(i))),
});
const area = fc.record({
  look: fc.constantFrom(...REDACTION_LOOKS),
  box: fc.record({
    x: fc.double({ min: -10, max: 45, noNaN: true }),
    y: fc.double({ min: -10, max: 35, noNaN: true }),
    width: fc.double({ min: 1, max: 30, noNaN: true }),
    height: fc.double({ min: 1, max: 30, noNaN: true }),
  }),
});
const inside = (x: number, y: number, box: { x: number; y: number; width: number; height: number }) =>
  x >= Math.floor(box.x) &&
  y >= Math.floor(box.y) &&
  x < Math.ceil(box.x + box.width) &&
  y < Math.ceil(box.y + box.height);

describe('redact', () => {
  it('makes pictures that differ only in hidden areas the same, to the byte, whatever the looks and however they overlap', () => {
    fc.assert(
      fc.property(fc.array(area, { minLength: 1, maxLength: 4 }), fc.nat(), (areas, seed) => {
        const one = raster((i) => (i * 31) % 256);
        const other = raster((i) => (i * 31) % 256);
        for (let i = 0; i < WIDTH * HEIGHT; i++) {
          const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
          if (!areas.some(({ box }) => inside(x, y, box))) continue;
          for (let c = 0; c < 4; c++) other.data[i * 4 + c] = (seed + i * 17 + c * 101) % 256;
        }
        redact(one, areas);
        redact(other, areas);
        expect(other.data).toEqual(one.data);
      }),
    );
  });
  it('leaves every other pixel as it was', () => {
    fc.assert(
      fc.property(area, (one) => {
        const [before, after] = [raster((i) => i % 251), raster((i) => i % 251)];
        redact(after, [one]);
        for (let i = 0; i < WIDTH * HEIGHT; i++)
          if (!inside(i % WIDTH, Math.floor(i / WIDTH), one.box))
            expect(after.data.slice(i * 4, i * 4 + 4)).toEqual(before.data.slice(i * 4, i * 4 + 4));
      }),
      { numRuns: 30 },
    );
  });
  it('uses no pixel that is not to be seen', () => {
    const box = { x: 10, y: 10, width: 10, height: 10 };
    const [one, other] = [raster(() => 10), raster(() => 240)];
    for (const picture of [one, other]) redact(picture, [{ box, look: 'blur' }], () => false);
    const at = (14 * WIDTH + 14) * 4;
    expect([...one.data.slice(at, at + 4)]).toEqual([119, 119, 119, 255]);
    expect(other.data.slice(at, at + 4)).toEqual(one.data.slice(at, at + 4));
  });
  it('blends the colours around it', () => {
    const picture = raster((i) => ((i / 4) % WIDTH < 15 ? 0 : 200));
    redact(picture, [{ box: { x: 10, y: 5, width: 10, height: 20 }, look: 'blur' }]);
    const red = (x: number) => picture.data[(15 * WIDTH + x) * 4] as number;
    expect(red(10)).toBeLessThan(red(15));
    expect(red(15)).toBeLessThan(red(19));
  });
});
