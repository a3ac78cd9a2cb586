import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { tiffToRaster } from './tiffToRaster.ts';

const raw = Buffer.from(Array.from({ length: 30 * 20 * 3 }, (_, i) => (i * 13 + (i >> 4)) & 255));
const image = () => sharp(raw, { raw: { width: 30, height: 20, channels: 3 } });
const expected = () => image().ensureAlpha().raw().toBuffer();

describe('tiffToRaster, against sharp (libvips, libtiff)', () => {
  it.each(['none', 'lzw', 'deflate', 'packbits'] as const)(
    'reads RGB, compression %s, pixel for pixel',
    async (compression) => {
      const { raster, bits } = tiffToRaster(await image().tiff({ compression }).toBuffer());
      expect([raster.width, raster.height, bits]).toEqual([30, 20, 8]);
      expect(Buffer.compare(Buffer.from(raster.data), await expected())).toBe(0);
    },
  );
  it('reads grey', async () => {
    const grey = image().toColourspace('b-w');
    const { raster } = tiffToRaster(await grey.clone().tiff({ compression: 'none' }).toBuffer());
    const file = await grey.clone().png().toBuffer();
    const theirs = await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer();
    expect(Buffer.compare(Buffer.from(raster.data), theirs)).toBe(0);
  });
  it('reads 16 bits a channel to within one level, and says that it had 16', async () => {
    const sixteen = await image().toColourspace('rgb16').tiff({ compression: 'none' }).toBuffer();
    const { raster, bits } = tiffToRaster(sixteen);
    expect(bits).toBe(16);
    const theirs = await expected();
    expect(Math.max(...raster.data.map((v, i) => Math.abs(v - (theirs[i] ?? 0))))).toBeLessThanOrEqual(1);
  });
  it('reads CMYK: about the colours that libvips gives through its profile', async () => {
    const flat = sharp({ create: { width: 8, height: 6, channels: 3, background: '#fff' } });
    const cmyk = await flat.toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer();
    const { raster } = tiffToRaster(cmyk);
    expect(raster).toMatchObject({ width: 8, height: 6 });
    expect(Math.min(...raster.data)).toBeGreaterThan(245);
  });
  it('throws at what is damaged', () => {
    expect(() => tiffToRaster(new Uint8Array([0x49, 0x49, 0x2a, 0, 255, 255, 255, 255]))).toThrow();
  });
});
