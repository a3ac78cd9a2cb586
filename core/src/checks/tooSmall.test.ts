import { expect, it } from 'vitest';
import { isTooSmall } from './tooSmall.ts';

it.each([
  [1000, 700, true],
  [800, 700, true],
  [901, null, true],
  [null, 601, true],
  [900, 600, false],
  [900, null, false],
  [null, null, false],
])(
  'a picture of 900 x 600, where at least %s x %s is asked for, is too small: %s',
  (minWidth, minHeight, is) => {
    expect(isTooSmall({ width: 900, height: 600 }, { minWidth, minHeight })).toBe(is);
  },
);
