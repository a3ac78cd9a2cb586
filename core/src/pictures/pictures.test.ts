import { crc32 as zlibCrc32 } from 'node:zlib';
import fc from 'fast-check';
import { encode as encodePng } from 'fast-png';
import { fileTypeFromBuffer } from 'file-type';
import sharp, { type Sharp } from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { admitPicture, MAX_PICTURE_BYTES } from './admitPicture.ts';
import { crc32 } from './crc32.ts';
import { PICTURE_FORMATS, type PictureFormat } from './formats.ts';
import { inspectPng } from './inspectPng.ts';
import { PNG_HEAD_BYTES, pngHeaderSize } from './pngHeaderSize.ts';
import { sniffFormat } from './sniffFormat.ts';

const WIDTH = 73;
const HEIGHT = 41;
const made = {} as Record<PictureFormat, Uint8Array>;

/** A picture with enough in it that no encoder makes it trivial. */
function source(): Sharp {
  const data = Buffer.from(
    Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => (i % 4 === 3 ? 255 : (i * 37 + (i >> 5)) & 255)),
  );
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } });
}

beforeAll(async () => {
  for (const format of PICTURE_FORMATS)
    made[format] = new Uint8Array(await source().toFormat(format).toBuffer());
});

/** A GIF of three pictures, written by sharp. */
const animatedGif = async () => {
  const data = Buffer.from(Array.from({ length: 8 * 24 * 3 }, (_, i) => (i * 11) & 255));
  const buffer = await sharp(data, { raw: { width: 8, height: 24, channels: 3, pageHeight: 8 } })
    .gif({ delay: [100, 100, 100] })
    .toBuffer();
  return new Uint8Array(buffer);
};

/** Writes a PNG chunk as W3C PNG 5.3 describes it, with zlib's checksum, not ours. */
function chunk(type: string, data: Uint8Array): Uint8Array {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const frame = Buffer.alloc(4 + body.length + 4);
  frame.writeUInt32BE(data.length, 0);
  body.copy(frame, 4);
  frame.writeUInt32BE(zlibCrc32(body), 4 + body.length);
  return frame;
}

function pngHeader(width: number, height: number): Uint8Array {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  data.set([8, 6, 0, 0, 0], 8);
  return data;
}

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]); // W3C PNG 5.2

describe('crc32', () => {
  it('gives CBF43926 for "123456789" (the check value of CRC-32, ISO 3309; RFC 1952 uses the same)', () => {
    expect(crc32(new TextEncoder().encode('123456789')).toString(16)).toBe('cbf43926');
  });
  it('gives AE426082 for "IEND", as every PNG ends (W3C PNG 11.2.5)', () => {
    expect(crc32(new TextEncoder().encode('IEND')).toString(16)).toBe('ae426082');
  });
  it("agrees with zlib's on anything", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 500 }), (bytes) => {
        expect(crc32(bytes)).toBe(zlibCrc32(bytes));
      }),
    );
  });
});

describe('sniffFormat', () => {
  it.each(PICTURE_FORMATS)('reads %s as the file-type library does', async (format) => {
    const theirs = await fileTypeFromBuffer(made[format]);
    expect(theirs?.mime).toBe(`image/${format}`);
    expect(sniffFormat(made[format])).toBe(format);
  });
  it('knows what is refused by name', async () => {
    const text = (s: string) => new TextEncoder().encode(s);
    expect(sniffFormat(text('<svg xmlns="http://www.w3.org/2000/svg"/>'))).toBe('svg');
    expect(sniffFormat(text('\ufeff<?xml version="1.0"?>\n<!-- x -->\n<svg>'))).toBe('svg');
    expect(sniffFormat(text('%PDF-1.7'))).toBe('pdf');
    expect(sniffFormat(new Uint8Array(await source().tiff().toBuffer()))).toBe('tiff');
  });
  it('takes nothing for a picture that is none', () => {
    expect(sniffFormat(new TextEncoder().encode('hello, <svg> is only mentioned here'))).toBeNull();
    expect(sniffFormat(new Uint8Array(0))).toBeNull();
    expect(sniffFormat(new Uint8Array([0x89, 0x50, 0x4e]))).toBeNull();
  });
});

describe('pngHeaderSize', () => {
  it('reads what a PNG claims from its first 24 bytes, and nothing from anything else', () => {
    expect(pngHeaderSize(made.png.subarray(0, PNG_HEAD_BYTES))).toEqual({ width: WIDTH, height: HEIGHT });
    const huge = Buffer.concat([SIGNATURE, chunk('IHDR', pngHeader(60_000, 60_000))]);
    expect(pngHeaderSize(huge)).toEqual({ width: 60_000, height: 60_000 });
    expect(pngHeaderSize(made.png.subarray(0, PNG_HEAD_BYTES - 1))).toBeNull();
    expect(pngHeaderSize(made.jpeg)).toBeNull();
  });
});

describe('admitPicture', () => {
  it.each(PICTURE_FORMATS)('reads the size of a %s that sharp wrote', (format) => {
    expect(admitPicture(made[format], `x.${format}`)).toMatchObject({
      ok: true,
      format,
      width: WIDTH,
      height: HEIGHT,
      notes: [],
    });
  });
  it('reads the sizes of the other WebP kinds and of progressive JPEG', async () => {
    const kinds = [
      source().webp({ lossless: true }),
      source().removeAlpha().webp(),
      source().jpeg({ progressive: true }),
    ];
    for (const kind of kinds) {
      const bytes = new Uint8Array(await kind.toBuffer());
      expect(admitPicture(bytes, '')).toMatchObject({ ok: true, width: WIDTH, height: HEIGHT });
    }
  });
  it('reads a PNG that another library wrote', () => {
    const png = encodePng({ width: 5, height: 3, data: new Uint8Array(60).fill(90), channels: 4 });
    expect(admitPicture(png, 'a.png')).toMatchObject({ ok: true, width: 5, height: 3 });
  });
  it('says that an animated picture gives its first frame', async () => {
    const result = admitPicture(await animatedGif(), 'moving.gif');
    expect(result).toMatchObject({ ok: true, format: 'gif', notes: [{ code: 'first-frame' }] });
  });
  it('takes a wrong extension under the true type and says so', () => {
    const result = admitPicture(made.jpeg, 'screen.png');
    expect(result).toMatchObject({ ok: true, format: 'jpeg' });
    expect(result.ok && result.notes).toEqual([
      {
        code: 'other-extension',
        level: 'to-check',
        place: { file: 'screen.png' },
        data: { extension: 'png', format: 'jpeg' },
      },
    ]);
  });

  const refused = (bytes: Uint8Array, name = 'the file.png') => {
    const result = admitPicture(bytes, name);
    if (result.ok) throw new Error('it was taken');
    expect(result.refusal).toMatchObject({ level: 'problem', place: { file: name } });
    return result.refusal.code;
  };
  it('refuses with the file named', async () => {
    expect(refused(new Uint8Array(0))).toBe('empty');
    expect(refused(new TextEncoder().encode('just text'))).toBe('not-a-picture');
    expect(refused(new TextEncoder().encode('<svg></svg>'))).toBe('vector');
    expect(refused(new Uint8Array(await source().tiff().toBuffer()))).toBe('format-not-taken');
    expect(refused(new Uint8Array(MAX_PICTURE_BYTES + 1))).toBe('too-large');
    expect(refused(new Uint8Array(0), 'ü'.repeat(300))).toBe('empty');
  });
  it('takes exactly the largest size there is', () => {
    const bytes = new Uint8Array(MAX_PICTURE_BYTES);
    bytes.set(made.png);
    expect(admitPicture(bytes, 'padded.png').ok).toBe(true);
  });
  it('takes the checksum of the platform, and believes it', () => {
    const native = (bytes: Uint8Array, start: number, end: number) => zlibCrc32(bytes.subarray(start, end));
    expect(admitPicture(made.png, 'a.png', native).ok).toBe(true);
    expect(admitPicture(made.png, 'a.png', () => 0)).toMatchObject({ refusal: { code: 'wrong-crc' } });
  });
  // EXIF 2.32, tag 0x0112: from 5 on a picture is turned by a quarter. What stands upright is what counts.
  it.each(['jpeg', 'webp', 'png'] as const)(
    'gives the size of an upright %s, as sharp does',
    async (format) => {
      for (const orientation of [1, 3, 6, 8]) {
        const bytes = await source().withMetadata({ orientation }).toFormat(format).toBuffer();
        const { width, height } = await sharp(await sharp(bytes).autoOrient().png().toBuffer()).metadata();
        expect(admitPicture(new Uint8Array(bytes), 'x'), `${orientation}`).toMatchObject({ width, height });
      }
    },
  );
  it('refuses a header that claims 60000 x 60000, without decoding anything', () => {
    const png = Buffer.concat([
      SIGNATURE,
      chunk('IHDR', pngHeader(60_000, 60_000)),
      chunk('IDAT', new Uint8Array(4)),
      chunk('IEND', new Uint8Array(0)),
    ]);
    expect(refused(png)).toBe('too-many-pixels');
  });
  it.each(PICTURE_FORMATS)('refuses a %s that was cut short, wherever', (format) => {
    const whole = made[format];
    const taken: number[] = [];
    for (let length = 1; length < whole.length; length++) {
      if (admitPicture(whole.subarray(0, length), 'x').ok) taken.push(length);
    }
    expect(taken).toEqual([]);
  });
  it('notices any single bit that flips inside a PNG chunk', () => {
    const whole = made.png;
    // From the first chunk's type to the last chunk's checksum; chunk lengths change the structure instead.
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: whole.length - 1 }),
        fc.integer({ min: 0, max: 7 }),
        (at, bit) => {
          const broken = whole.slice();
          broken[at] = (broken[at] as number) ^ (1 << bit);
          expect(inspectPng(broken).ok).toBe(false);
        },
      ),
    );
  });
  it('tells a wrong checksum from a cut', () => {
    const broken = made.png.slice();
    broken[40] = (broken[40] as number) ^ 1;
    expect(refused(broken)).toBe('wrong-crc');
    expect(refused(made.png.subarray(0, -6))).toBe('cut-short');
    expect(refused(made.jpeg.subarray(0, -2), 'photo.jpg')).toBe('cut-short');
  });
  it('refuses a PNG without IHDR first or without data (W3C PNG 5.6)', () => {
    const end = chunk('IEND', new Uint8Array(0));
    expect(inspectPng(Buffer.concat([SIGNATURE, chunk('IDAT', new Uint8Array(4)), end]))).toMatchObject({
      ok: false,
      damage: 'bad-structure',
    });
    expect(inspectPng(Buffer.concat([SIGNATURE, chunk('IHDR', pngHeader(4, 4)), end]))).toMatchObject({
      ok: false,
      damage: 'bad-structure',
    });
  });
  it('never throws, whatever the bytes', () => {
    const starts = [
      ...PICTURE_FORMATS.map((f) => made[f]?.subarray(0, 16) ?? new Uint8Array(0)),
      new Uint8Array(0),
    ];
    fc.assert(
      fc.property(fc.nat(5), fc.uint8Array({ maxLength: 200 }), (start, rest) => {
        const bytes = Buffer.concat([
          PICTURE_FORMATS[start]
            ? made[PICTURE_FORMATS[start]].subarray(0, 16)
            : (starts.at(-1) ?? new Uint8Array(0)),
          rest,
        ]);
        expect(typeof admitPicture(bytes, 'x').ok).toBe('boolean');
      }),
    );
  });
});
