// Real desktops and practice desks are measured by `npm run bench`.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { canvas, drawWindow, fill, hash } from './drawing.testing.ts';
import { findOutlines } from './findOutlines.ts';

function overlap(a: Box, b: Box): number {
  const w = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return w > 0 && h > 0 ? (w * h) / (a.width * a.height + b.width * b.height - w * h) : 0;
}
const bestOf = (raster: Raster, box: Box) =>
  Math.max(0, ...findOutlines(raster).map((outline) => overlap(outline.box, box)));

describe('findOutlines', () => {
  it('finds a panel along the lower edge that is thinner than a window, and no small part that is as thin', () => {
    const raster = canvas(600, 200, [200, 200, 200]);
    const bar = { x: 0, y: 180, width: 600, height: 20 };
    fill(raster, bar, [60, 60, 60]);
    fill(raster, { x: 40, y: 60, width: 60, height: 18 }, [60, 60, 60]);
    const boxes = findOutlines(raster).map((o) => o.box);
    expect(boxes).toContainEqual(bar);
    expect(boxes.filter((b) => b.width < 100)).toEqual([]);
  });
  it('finds every window that nothing covers, wherever it stands, on a slope and on grain', () => {
    const box = fc.record({
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 200 }),
      width: fc.integer({ min: 60, max: 400 }),
      height: fc.integer({ min: 50, max: 300 }),
    });
    fc.assert(
      fc.property(box, fc.boolean(), (window, grain) => {
        const raster = canvas(720, 520);
        fill(raster, { x: 0, y: 0, width: 720, height: 520 }, (x, y) => {
          const noise = grain ? ((x * 7919 + y * 104729) % 61) - 30 : 0;
          return [90 + noise, 120 + noise + x / 20, 140 + noise];
        });
        drawWindow(raster, window);
        expect(bestOf(raster, window)).toBeGreaterThanOrEqual(0.95);
      }),
      { numRuns: 60 },
    );
  });
  it('gives a covered window its whole box where two of its corners and both other sides can be seen', () => {
    const raster = canvas(800, 600, [90, 120, 140]);
    const back = { x: 60, y: 60, width: 420, height: 300 };
    const front = { x: 300, y: 220, width: 400, height: 320 };
    drawWindow(raster, back);
    drawWindow(raster, front);
    expect(bestOf(raster, back)).toBeGreaterThan(0.97);
    expect(findOutlines(raster).find((o) => overlap(o.box, back) > 0.97)?.complete).toBe(false);
    expect(bestOf(raster, front)).toBeGreaterThan(0.97);
  });
  it('gives a window that is cut by the border of the picture and covered in part what there is of it', () => {
    const raster = canvas(800, 600, [90, 120, 140]);
    drawWindow(raster, { x: 420, y: 80, width: 520, height: 400 });
    drawWindow(raster, { x: 200, y: 200, width: 360, height: 160 });
    expect(bestOf(raster, { x: 420, y: 80, width: 380, height: 400 })).toBeGreaterThan(0.97);
  });
  it('gives a menu whose first entry is lit and flows into its title', () => {
    const raster = canvas(700, 500, [245, 245, 245]);
    const menu = { x: 60, y: 80, width: 300, height: 340 };
    fill(raster, menu, [200, 200, 200]);
    fill(raster, { x: 61, y: 81, width: 298, height: 338 }, [255, 255, 255]);
    fill(raster, { ...menu, height: 24 }, [30, 100, 220]);
    fill(raster, { x: 60, y: 60, width: 38, height: 20 }, [30, 100, 220]);
    expect(bestOf(raster, menu)).toBeGreaterThan(0.97);
  });
  it('finds parts inside a window, the largest first', () => {
    const raster = canvas(600, 400, [90, 120, 140]);
    drawWindow(raster, { x: 50, y: 40, width: 480, height: 320 });
    const panel = { x: 80, y: 100, width: 200, height: 220 };
    fill(raster, panel, [160, 190, 180]);
    expect(bestOf(raster, panel)).toBeGreaterThan(0.97);
    const areas = findOutlines(raster).map(({ box }) => box.width * box.height);
    expect(areas).toEqual([...areas].sort((a, b) => b - a));
  });
  it('finds nothing in a plain picture and nothing in noise: a normal answer', () => {
    expect(findOutlines(canvas(300, 200, [200, 200, 200]))).toEqual([]);
    const noise = canvas(300, 200);
    fill(noise, { x: 0, y: 0, width: 300, height: 200 }, (x, y) => {
      const v = hash(x, y);
      return [v, 255 - v, v];
    });
    expect(findOutlines(noise)).toEqual([]);
  });
  it('gives a table of cells no box for every rectangle of them', () => {
    const raster = canvas(800, 600, [255, 255, 255]);
    for (let x = 0; x < 800; x += 40) fill(raster, { x, y: 0, width: 1, height: 600 }, [150, 150, 150]);
    for (let y = 0; y < 600; y += 30) fill(raster, { x: 0, y, width: 800, height: 1 }, [150, 150, 150]);
    expect(findOutlines(raster).length).toBeLessThan(600);
  });
  it('stops when it is told to', () => {
    const stop = {
      throwIfAborted: () => {
        throw new Error('stopped');
      },
    };
    expect(() => findOutlines(canvas(50, 50), { signal: stop })).toThrow('stopped');
  });
});
