import { describe, expect, it } from 'vitest';
import {
  chooseInk,
  contrastRatio,
  HOUSE_INKS,
  inkChannels,
  LEAST_CONTRAST,
  luminance,
  rimOf,
} from './ink.ts';

const ratio = (a: string, b: string) => contrastRatio(luminance(inkChannels(a)), luminance(inkChannels(b)));
const ground = (r: number, g: number, b: number) => ({
  width: 10,
  height: 10,
  data: Uint8ClampedArray.from({ length: 400 }, (_, i) => [r, g, b, 255][i % 4] as number),
});
const BOX = { x: 0, y: 0, width: 10, height: 10 };

describe('contrast', () => {
  // WCAG 2.2: black on white is 21:1. The grey #767676 is the lightest with 4.5:1 on white (WebAIM and others; from memory).
  it.each([
    ['#000000', '#ffffff', 21],
    ['#767676', '#ffffff', 4.54],
    ['#ffffff', '#ffffff', 1],
    ['#0000ff', '#ffffff', 8.59],
  ])('of %s on %s is %d', (a, b, expected) => {
    expect(ratio(a, b)).toBeCloseTo(expected, 2);
  });
});

describe('chooseInk', () => {
  it('takes the first that reads on what lies there', () => {
    expect(chooseInk(ground(255, 255, 255), BOX)).toBe(HOUSE_INKS[0]);
    expect(chooseInk(ground(20, 20, 30), BOX)).toBe(HOUSE_INKS[2]);
  });
  it('has at least 3:1 on every grey (WCAG 2.2, 1.4.11)', () => {
    for (let grey = 0; grey < 256; grey += 5) {
      const ink = chooseInk(ground(grey, grey, grey), BOX);
      const own = contrastRatio(luminance(inkChannels(ink)), luminance([grey, grey, grey]));
      expect(own, `grey ${grey}`).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    }
  });
  it('is rimmed with the ink that stands off from it', () => {
    for (const ink of HOUSE_INKS) expect(ratio(ink, rimOf(ink))).toBeGreaterThan(4.5);
  });
});
