import { expect, it } from 'vitest';
import { correctedUnits } from './correctedUnits.ts';

it('takes the last correction of a must-show, and lets it be taken back', () => {
  const mustShow = { id: 'a', units: 100 };
  const other = { mustShowId: 'b', worth: 1 };
  expect(correctedUnits(mustShow, [])).toBe(100);
  expect(correctedUnits(mustShow, [other])).toBe(100);
  expect(correctedUnits(mustShow, [{ mustShowId: 'a', worth: 60 }, other])).toBe(60);
  expect(
    correctedUnits(mustShow, [
      { mustShowId: 'a', worth: 60 },
      { mustShowId: 'a', worth: null },
    ]),
  ).toBeNull();
  expect(
    correctedUnits(mustShow, [
      { mustShowId: 'a', worth: null },
      { mustShowId: 'a', worth: 'as-written' },
    ]),
  ).toBe(100);
});
