import { describe, expect, it } from 'vitest';
import { halvesOf } from './halvesOf.ts';

describe('halvesOf', () => {
  // Two displays of 1920 x 1080 or 2560 x 1440; common practice, no source.
  it('gives both halves of what is as large as two displays, beside or above one another', () => {
    expect(halvesOf({ width: 3840, height: 1080 })).toEqual([
      { x: 0, y: 0, width: 1920, height: 1080 },
      { x: 1920, y: 0, width: 1920, height: 1080 },
    ]);
    expect(halvesOf({ width: 2560, height: 2880 })).toEqual([
      { x: 0, y: 0, width: 2560, height: 1440 },
      { x: 0, y: 1440, width: 2560, height: 1440 },
    ]);
  });
  it.each([
    [3840, 2160],
    [1920, 1080],
    [3000, 1080],
  ])('gives none of %i x %i', (width, height) => {
    expect(halvesOf({ width, height })).toEqual([]);
  });
});
