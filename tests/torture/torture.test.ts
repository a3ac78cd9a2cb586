import { expect, it } from 'vitest';
import { torture } from './torture.ts';

/** A short run; `npm run torture -- 1000` is a long one. */
const STEPS = 100;

it('holds what it acknowledged, whatever is torn off, repeated, out of order or killed', {
  timeout: 180_000,
}, async () => {
  const { broken, kills, acknowledged } = await torture(STEPS, 20_261_126);
  expect(broken).toEqual([]);
  expect(kills).toBeGreaterThan(0);
  expect(acknowledged.handIns).toBeGreaterThan(5);
});
