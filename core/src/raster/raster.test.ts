import { describe, expect, it } from 'vitest';
import { CoreError } from '../errors.ts';
import { flatShare } from './flatShare.ts';

describe('flatShare', () => {
  it('is 1 for one colour, and names it', () => {
    const data = new Uint8ClampedArray(40 * 4).fill(255);
    expect(flatShare({ width: 8, height: 5, data })).toEqual({
      colour: { r: 248, g: 248, b: 248 },
      share: 1,
    });
  });
  it('counts exactly, worked by hand: 12 of 16 pixels', () => {
    const data = new Uint8ClampedArray(16 * 4);
    for (let i = 0; i < 16; i++) data.set(i < 12 ? [0, 0, 0, 255] : [200, 30, 30, 255], i * 4);
    expect(flatShare({ width: 4, height: 4, data })).toEqual({ colour: { r: 8, g: 8, b: 8 }, share: 0.75 });
  });
  it('reads transparency as white', () => {
    expect(flatShare({ width: 1, height: 1, data: new Uint8ClampedArray([0, 0, 0, 0]) }).colour).toEqual({
      r: 248,
      g: 248,
      b: 248,
    });
  });
  it('refuses data that does not fit the size, with both numbers', () => {
    const wrong = () => flatShare({ width: 2, height: 2, data: new Uint8ClampedArray(15) });
    expect(wrong).toThrow(CoreError);
    expect(wrong).toThrow(/needs 16 bytes, got 15/);
    expect(() => flatShare({ width: 0.5, height: 2, data: new Uint8ClampedArray(4) })).toThrow(/whole sizes/);
  });
});
