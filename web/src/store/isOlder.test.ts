import { expect, it } from 'vitest';
import { isOlder } from './isOlder.ts';

const draft = (attempt: number, version: number) => ({ attempt, version });

it('what is heard takes the place of what is older: by attempt first, then by version', () => {
  expect(isOlder(null, draft(1, 1))).toBe(true);
  expect(isOlder(draft(1, 3), draft(1, 4))).toBe(true);
  expect(isOlder(draft(1, 9), draft(2, 1))).toBe(true);
});
it('what is heard late changes nothing', () => {
  expect(isOlder(draft(1, 4), draft(1, 4))).toBe(false);
  expect(isOlder(draft(1, 4), draft(1, 3))).toBe(false);
  expect(isOlder(draft(2, 1), draft(1, 9))).toBe(false);
});
