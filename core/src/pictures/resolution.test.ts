import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { resolutionIn, withResolution } from './resolution.ts';

const picture = () => sharp({ create: { width: 12, height: 8, channels: 3, background: '#446677' } });
const made = async (format: 'png' | 'jpeg' | 'webp', density?: number) => {
  const written = picture().toFormat(format);
  return new Uint8Array(await (density ? written.withMetadata({ density }) : written).toBuffer());
};

describe('a physical resolution', () => {
  it.each(['png', 'jpeg'] as const)(
    'in %s is what another library reads, and the pixels stay',
    async (format) => {
      const before = await made(format);
      for (const wanted of [72, 96, 144, 300]) {
        const bytes = withResolution(before, format, wanted);
        // libvips reads it as whole pixels for an inch.
        expect((await sharp(bytes).metadata()).density).toBe(wanted);
        expect(await sharp(bytes).raw().toBuffer()).toEqual(await sharp(before).raw().toBuffer());
        expect(resolutionIn(bytes, format)).toBeCloseTo(wanted, 1);
        expect(withResolution(bytes, format, wanted)).toEqual(bytes);
      }
    },
  );
  it('that another library wrote is read', async () => {
    expect(resolutionIn(await made('png', 300), 'png')).toBeCloseTo(300, 0);
  });
  it('is written where there was none: the chunk is sound, and comes before the pixels', async () => {
    const png = await made('png');
    // libvips writes one: what comes out of a browser has none.
    const at = Buffer.from(png).indexOf('pHYs') - 4;
    const bare = new Uint8Array(Buffer.concat([png.subarray(0, at), png.subarray(at + 21)]));
    expect(resolutionIn(bare, 'png')).toBeNull();
    const bytes = withResolution(bare, 'png', 96);
    expect(Buffer.from(bytes).indexOf('pHYs')).toBeLessThan(Buffer.from(bytes).indexOf('IDAT'));
    // 96 / 0.0254 = 3779.5, and every check sum of the file is right.
    expect(new DataView(bytes.buffer).getUint32(Buffer.from(bytes).indexOf('pHYs') + 4)).toBe(3780);
    expect((await sharp(bytes).metadata()).density).toBe(96);
    const jpeg = await made('jpeg');
    const end = 4 + new DataView(jpeg.buffer).getUint16(4);
    const plain = new Uint8Array(Buffer.concat([jpeg.subarray(0, 2), jpeg.subarray(end)]));
    expect(resolutionIn(plain, 'jpeg')).toBeNull();
    expect((await sharp(withResolution(plain, 'jpeg', 150)).metadata()).density).toBe(150);
  });
  it('has no place in WebP, and one that says nothing that can be meant is none', async () => {
    const webp = await made('webp');
    expect(withResolution(webp, 'webp', 300)).toBe(webp);
    expect(resolutionIn(webp, 'webp')).toBeNull();
    const png = withResolution(await made('png'), 'png', 96);
    const unit = Buffer.from(png).indexOf('pHYs') + 12;
    expect(
      resolutionIn(
        png.map((byte, i) => (i === unit ? 0 : byte)),
        'png',
      ),
    ).toBeNull();
  });
  it('is looked for in any bytes without an error', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 8, maxLength: 80 }), (bytes) => {
        for (const format of ['png', 'jpeg'] as const) resolutionIn(bytes, format);
      }),
    );
  });
});
