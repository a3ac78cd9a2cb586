import fc from 'fast-check';
import { expect, it } from 'vitest';
import { POINT_STEPS, roundPoints } from './roundPoints.ts';

it('rounds to the nearest step and halves up, worked by hand', () => {
  const ends = [1000];
  expect([112, 113, 137, 138].map((units) => roundPoints(units, 25, ends))).toEqual([100, 125, 125, 150]);
  expect([124, 125, 174, 175].map((units) => roundPoints(units, 50, ends))).toEqual([100, 150, 150, 200]);
  expect([49, 50, 149, 150].map((units) => roundPoints(units, 100, ends))).toEqual([0, 100, 100, 200]);
  expect(roundPoints(149, 1, ends)).toBe(149);
});
it('keeps all points all points where they are no whole number of steps', () => {
  expect([300, 324, 325].map((units) => roundPoints(units, 100, [325]))).toEqual([300, 300, 325]);
  expect([349, 350, 374, 375].map((units) => roundPoints(units, 100, [375]))).toEqual([300, 375, 375, 375]);
  // With a bonus of a half nothing is rounded past 3.25, from either side.
  expect([325, 349, 350, 375].map((units) => roundPoints(units, 100, [325, 375]))).toEqual([
    325, 325, 375, 375,
  ]);
});
it('never makes fewer points of more, and goes no further than half a step, nor beyond what there is', () => {
  const step = fc.constantFrom(...POINT_STEPS);
  fc.assert(
    fc.property(step, fc.nat(2000), fc.nat(200), fc.nat(2200), fc.nat(2200), (roundTo, most, bonus, a, b) => {
      const ends = [most, most + bonus];
      const [few, many] = [a, b].map((units) => Math.min(units, most + bonus)).sort((x, y) => x - y) as [
        number,
        number,
      ];
      const rounded = roundPoints(few, roundTo, ends);
      expect(rounded).toBeLessThanOrEqual(roundPoints(many, roundTo, ends));
      expect(Math.abs(rounded - few)).toBeLessThanOrEqual(roundTo / 2);
      expect(rounded).toBeLessThanOrEqual(most + bonus);
      expect(roundPoints(rounded, roundTo, ends)).toBe(rounded);
    }),
  );
});
