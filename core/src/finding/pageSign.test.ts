// Stripes told apart by their ratios, whatever their size: as the finder patterns of ISO/IEC 18004 (from memory). Pictures
// are scaled and coded by sharp.
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { canvas, drawWindow, fill, hash } from './drawing.testing.ts';
import { holdsPageSign, PAGE_SIGN, PAGE_SIGN_HEIGHT } from './pageSign.ts';

/** A desktop with windows, and the sign at a place, with a white edge of a unit and a half. */
function desktop(unit: number, at: { x: number; y: number } | null, stripes = PAGE_SIGN): Raster {
  const raster = canvas(800, 450, [70, 90, 110]);
  drawWindow(raster, { x: 45, y: 30, width: 450, height: 300 });
  drawWindow(raster, { x: 350, y: 150, width: 350, height: 250 });
  if (!at) return raster;
  const wide = stripes.reduce((sum, units) => sum + units, 0) * unit;
  const edge = Math.ceil(1.5 * unit);
  const height = PAGE_SIGN_HEIGHT * unit;
  const white = { x: at.x - edge, y: at.y - edge, width: wide + 2 * edge, height: height + 2 * edge };
  fill(raster, white, [255, 255, 255]);
  let x = at.x;
  stripes.forEach((units, i) => {
    if (i % 2 === 0) fill(raster, { x, y: at.y, width: units * unit, height }, [0, 0, 0]);
    x += units * unit;
  });
  return raster;
}

async function recoded({ width, height, data }: Raster, by: number, quality?: number): Promise<Raster> {
  let made = sharp(data, { raw: { width, height, channels: 4 } }).resize({ width: Math.round(width * by) });
  if (quality !== undefined) made = sharp(await made.jpeg({ quality }).toBuffer());
  const out = await made.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    width: out.info.width,
    height: out.info.height,
    data: new Uint8ClampedArray(out.data.buffer, out.data.byteOffset, out.data.length),
  };
}

describe('the sign of the page', () => {
  it('is seen wherever it lies, at any size', () => {
    for (const unit of [2, 3, 4, 5, 8])
      for (const at of [
        { x: 13, y: 13 },
        { x: 201, y: 166 },
        { x: 800 - 27 * unit - 12, y: 450 - 5 * unit - 9 },
      ])
        expect(holdsPageSign(desktop(unit, at)), `${unit} ${at.x}`).toBe(true);
  });
  it('is seen where the picture was scaled, and coded with loss', async () => {
    for (const by of [0.5, 0.6, 0.75, 1.1, 1.25, 1.5, 2])
      for (const quality of [undefined, 85, 60])
        expect(
          holdsPageSign(await recoded(desktop(4, { x: 133, y: 207 }), by, quality)),
          `${by} ${quality}`,
        ).toBe(true);
  });
  it('is not seen on desktops without it, in noise, in other stripes', async () => {
    expect(holdsPageSign(desktop(4, null))).toBe(false);
    const noise = canvas(600, 450);
    fill(noise, { x: 0, y: 0, width: 600, height: 450 }, (x, y) => {
      const grey = hash(x, y);
      return [grey, grey, grey];
    });
    for (const by of [1, 2, 3.3]) expect(holdsPageSign(await recoded(noise, by)), `${by}`).toBe(false);
    const place = { x: 300, y: 300 };
    // Even stripes, the sign from behind, and the sign with two stripes changed.
    expect(holdsPageSign(desktop(4, place, Array(15).fill(2)))).toBe(false);
    expect(holdsPageSign(desktop(4, place, [...PAGE_SIGN].reverse()))).toBe(false);
    expect(holdsPageSign(desktop(4, place, [3, 1, 2, 1, 1, 3, 2, 1, 1, 1, 3, 2, 1, 1, 4]))).toBe(false);
  });
  it('is not seen in a single row', () => {
    const raster = desktop(4, { x: 300, y: 300 });
    fill(raster, { x: 280, y: 302, width: 200, height: 30 }, [255, 255, 255]);
    expect(holdsPageSign(raster)).toBe(false);
  });
});
