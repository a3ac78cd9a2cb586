import { expect, it } from 'vitest';
import { newIds } from './useIds.ts';

it('a second try of the same has its id; something else, and the same once it is made, another', () => {
  const ids = newIds();
  const first = ids.of('P1');
  expect(ids.of('P1')).toBe(first);
  expect(ids.of('P2')).not.toBe(first);
  ids.made();
  expect(ids.of('P1')).not.toBe(first);
});
