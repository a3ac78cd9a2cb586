import * as d3 from 'd3-array';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { binsOf, medianOf } from './bins.ts';

it('counts each value once, worked by hand: ten steps of 40 from 0 to 400', () => {
  const bins = binsOf([0, 39, 40, 399, 400, 450], 400);
  expect(bins.map((bin) => bin.count)).toEqual([2, 1, 0, 0, 0, 0, 0, 0, 0, 3]);
  expect(bins[1]).toMatchObject({ from: 40, to: 80 });
});

it('loses no value and makes none up', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 1000 })),
      fc.integer({ min: 0, max: 900 }),
      (values, most) => {
        expect(binsOf(values, most).reduce((sum, bin) => sum + bin.count, 0)).toBe(values.length);
      },
    ),
  );
});

it('has the median of d3-array', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 1000 })), (values) => {
      expect(medianOf(values)).toBe(d3.median(values) ?? null);
    }),
  );
});
