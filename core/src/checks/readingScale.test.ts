import { describe, expect, it } from 'vitest';
import { readingScale } from './readingScale.ts';

describe('readingScale', () => {
  it('brings the letters of a screen to the height that the reader knows', () => {
    expect(readingScale({ width: 400, height: 100 })).toBe(3);
  });
  it('never makes more pixels than can be waited for, whatever the shape', () => {
    for (const [width, height] of [
      [3840, 2160],
      [16384, 2160],
      [1, 60_000],
    ] as const) {
      const scale = readingScale({ width, height });
      expect(width * height * scale * scale).toBeLessThanOrEqual(8_000_001);
    }
  });
});
