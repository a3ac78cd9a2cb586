import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clampScale, fitScale, LARGEST, nextScale, scrollFor, scrollToSee } from './zoom.ts';

describe('the stage', () => {
  it('shows a picture whole, a small one enlarged by no more than is allowed', () => {
    expect(fitScale({ width: 800, height: 600 }, { width: 1600, height: 900 }, 2)).toBe(0.5);
    expect(fitScale({ width: 800, height: 600 }, { width: 900, height: 2400 }, 2)).toBe(0.25);
    expect(fitScale({ width: 800, height: 600 }, { width: 100, height: 100 }, 2)).toBe(2);
  });
  it('steps from any scale to the next one in either direction, and ends', () => {
    expect(nextScale(0.41, 1)).toBe(0.5);
    expect(nextScale(0.41, -1)).toBe(0.333);
    expect(nextScale(1, 1)).toBe(1.5);
    expect(nextScale(1, -1)).toBe(0.667);
    expect(nextScale(LARGEST, 1)).toBe(LARGEST);
    let scale = 0.013;
    for (let i = 0; i < 30; i++) scale = nextScale(scale, 1);
    expect(scale).toBe(LARGEST);
  });
  it('makes a pixel of a picture 7680 wide large enough to be hit: 24 screen pixels and more', () => {
    expect(clampScale(1000, 0.1)).toBeGreaterThanOrEqual(24);
  });
  it('keeps the place under the pointer there when it zooms', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        share,
        share,
        fc.nat(800),
        fc.nat(600),
        fc.double({ min: 0.1, max: 32, noNaN: true }),
        (x, y, px, py, scale) => {
          const surface = { x: 12, y: 12, width: 1280 * scale, height: 800 * scale };
          const scroll = scrollFor({ x, y }, { x: px, y: py }, surface);
          expect(surface.x + x * surface.width - scroll.x).toBeCloseTo(px, 6);
          expect(surface.y + y * surface.height - scroll.y).toBeCloseTo(py, 6);
        },
      ),
    );
  });
  it('goes no farther than needed for a place to be seen, with room about it', () => {
    // Seen already: nothing moves.
    expect(scrollToSee(100, 400, 300, 40)).toBe(100);
    // Before the view, and behind it.
    expect(scrollToSee(100, 400, 120, 40)).toBe(80);
    expect(scrollToSee(100, 400, 480, 40)).toBe(120);
    // A view smaller than the room asked for has the place in its middle.
    expect(scrollToSee(100, 60, 300, 40)).toBe(270);
    fc.assert(
      fc.property(
        fc.nat(5000),
        fc.integer({ min: 1, max: 900 }),
        fc.nat(9000),
        fc.nat(200),
        (from, length, at, near) => {
          const to = scrollToSee(from, length, at, near);
          expect(at - to).toBeGreaterThanOrEqual(0);
          expect(at - to).toBeLessThanOrEqual(length);
        },
      ),
    );
  });
});
