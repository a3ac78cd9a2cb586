import { describe, expect, it } from 'vitest';
import { tooSmall } from './tooSmall.ts';

const size = { width: 900, height: 600 };

describe('tooSmall', () => {
  it.each([
    [1000, 700, '900 × 600 pixels; at least 1000 × 700 are asked for.'],
    [800, 700, '900 × 600 pixels; at least 800 × 700 are asked for.'],
    [901, null, '900 × 600 pixels; a width of at least 901 is asked for.'],
    [null, 601, '900 × 600 pixels; a height of at least 601 is asked for.'],
    [900, 600, null],
    [900, null, null],
    [null, null, null],
  ])('of at least %s x %s', (minWidth, minHeight, sentence) => {
    expect(tooSmall(size, { minWidth, minHeight })).toBe(sentence);
  });
});
