import fc from 'fast-check';
import { expect, it } from 'vitest';
import { REDACTION_LOOKS } from '../marks/kinds/redaction.ts';
import type { Mark } from '../marks/mark.ts';
import { polygonCoverage } from '../outline/polygon.ts';
import type { Raster } from '../raster/raster.ts';
import { placingOf } from './placing.ts';
import { trimmedPicture } from './trimmedPicture.ts';

const [WIDTH, HEIGHT] = [48, 36];
const capture = (value: (i: number) => number): Raster => ({
  width: WIDTH,
  height: HEIGHT,
  data: Uint8ClampedArray.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => (i % 4 === 3 ? 255 : value(i))),
});
const place = fc.record({
  x: fc.integer({ min: 0, max: WIDTH }),
  y: fc.integer({ min: 0, max: HEIGHT }),
});

it('what an outline leaves out is in the picture in no form, also where an area beside it is hidden', () => {
  fc.assert(
    fc.property(
      fc.tuple(place, place, place, place),
      fc.record({
        look: fc.constantFrom(...REDACTION_LOOKS),
        x: fc.integer({ min: 0, max: WIDTH - 8 }),
        y: fc.integer({ min: 0, max: HEIGHT - 8 }),
        side: fc.integer({ min: 4, max: 24 }),
      }),
      fc.nat(),
      (points, { look, x, y, side }, seed) => {
        const framing = { kind: 'outline' as const, points };
        const box = { x, y, width: side, height: side };
        const marks = [{ id: 'h', kind: 'redaction', look, box } as Mark];
        const [one, other] = [capture((i) => (i * 31) % 256), capture((i) => (i * 31) % 256)];
        const { frame } = placingOf({ framing }, one);
        const coverage = polygonCoverage(points, frame);
        for (let i = 0; i < WIDTH * HEIGHT; i++) {
          const [column, row] = [(i % WIDTH) - frame.x, Math.floor(i / WIDTH) - frame.y];
          const isIn = column >= 0 && row >= 0 && column < frame.width && row < frame.height;
          if (isIn && coverage[row * frame.width + column] !== 0) continue;
          for (let c = 0; c < 3; c++) other.data[i * 4 + c] = (seed + i * 17 + c * 101) % 256;
        }
        const made = (from: Raster) => trimmedPicture(from, { framing, trims: [], marks }).data;
        expect(made(other)).toEqual(made(one));
      },
    ),
  );
});
