import { crc32 } from 'node:zlib';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import { admitPicture } from './admitPicture.ts';
import { namesNoDevice, profileName } from './colourProfile.ts';
import type { PictureFormat } from './formats.ts';
import { withoutParticulars } from './withoutParticulars.ts';

const [WIDTH, HEIGHT] = [40, 30];
const source = (): Sharp =>
  sharp(Buffer.from(Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => (i * 37 + (i >> 5)) & 255)), {
    raw: { width: WIDTH, height: HEIGHT, channels: 3 },
  });
/** Words that must be found nowhere afterwards. */
const SECRETS = ['Weir street 5', 'Okafor', 'CAM-7731', 'noted at home', 'behind the end'];
const [PLACE, OWNER, DEVICE, NOTE, BEHIND] = SECRETS as [string, string, string, string, string];
const EXIF = { IFD0: { Artist: OWNER, Model: DEVICE, ImageDescription: PLACE } };
const XMP = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><note>${NOTE}</note></x:xmpmeta>`;

const written = (format: 'png' | 'jpeg' | 'webp', change: (s: Sharp) => Sharp = (s) => s) =>
  change(source().withExif(EXIF).withXmp(XMP)).toFormat(format).toBuffer();
const behind = (bytes: Uint8Array) => Buffer.concat([bytes, Buffer.from(BEHIND)]);
const strip = (bytes: Uint8Array, format: PictureFormat) => {
  const stripped = withoutParticulars(new Uint8Array(bytes), format);
  if (!stripped) throw new Error('It cannot be kept.');
  return Buffer.from(stripped);
};
const found = (bytes: Uint8Array) => {
  const text = Buffer.from(bytes).toString('latin1');
  return SECRETS.filter((secret) => text.includes(secret));
};
const pixels = (bytes: Uint8Array) => sharp(bytes).autoOrient().raw().toBuffer();

/** A chunk of PNG (W3C PNG 5.3) before IEND. */
function withChunk(png: Uint8Array, type: string, data: Uint8Array): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const frame = Buffer.alloc(8);
  frame.writeUInt32BE(data.length, 0);
  frame.writeUInt32BE(crc32(body), 4);
  const end = png.length - 12;
  return Buffer.concat([
    png.subarray(0, end),
    frame.subarray(0, 4),
    body,
    frame.subarray(4),
    png.subarray(end),
  ]);
}

describe('withoutParticulars', () => {
  it.each(['png', 'jpeg', 'webp'] as const)(
    'takes place, owner, device and notes out of a %s and leaves its pixels as they were',
    async (format) => {
      const bytes = behind(await written(format));
      expect(found(bytes).length).toBeGreaterThan(2);
      const kept = strip(bytes, format);
      expect(found(kept)).toEqual([]);
      expect(await sharp(kept).metadata()).toMatchObject({ format, width: WIDTH, height: HEIGHT });
      expect((await sharp(kept).metadata()).exif).toBeUndefined();
      expect((await sharp(kept).metadata()).xmp).toBeUndefined();
      expect((await pixels(kept)).equals(await pixels(bytes))).toBe(true);
      expect(admitPicture(new Uint8Array(kept), '').ok).toBe(true);
    },
  );
  it('takes texts and times out of a PNG, keeps its transparency and resolution', async () => {
    const clear = await source().ensureAlpha(0.5).withMetadata({ density: 144 }).png().toBuffer();
    let bytes = withChunk(clear, 'tEXt', Buffer.from(`Author\0${OWNER}`, 'latin1'));
    bytes = withChunk(bytes, 'tIME', Buffer.from([7, 234, 11, 5, 10, 0, 0]));
    const kept = strip(bytes, 'png');
    expect(found(kept)).toEqual([]);
    expect(kept.includes('tIME')).toBe(false);
    expect(await sharp(kept).metadata()).toMatchObject({ channels: 4, density: 144 });
  });
  it('takes a comment, an embedded preview and a second picture behind the end out of a JPEG', async () => {
    const plain = await source().jpeg().toBuffer();
    const preview = await source().resize(10).jpeg().toBuffer();
    const comment = Buffer.concat([Buffer.from([0xff, 0xfe, 0, NOTE.length + 2]), Buffer.from(NOTE)]);
    const head = Buffer.from([0xff, 0xe2, 0, 6]);
    const bytes = Buffer.concat([
      plain.subarray(0, 2),
      comment,
      Buffer.concat([head, Buffer.from('MPF\0')]),
      plain.subarray(2),
      preview,
      Buffer.from(BEHIND),
    ]);
    const kept = strip(bytes, 'jpeg');
    expect(found(kept)).toEqual([]);
    expect(kept.includes('MPF')).toBe(false);
    expect(kept.length).toBeLessThanOrEqual(plain.length);
    expect((await pixels(kept)).equals(await pixels(plain))).toBe(true);
  });
  it.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'keeps a JPEG upright whose orientation is %i (EXIF 2.32, tag 274)',
    async (orientation) => {
      const bytes = await source().withExif(EXIF).withMetadata({ orientation }).jpeg().toBuffer();
      const kept = strip(bytes, 'jpeg');
      expect((await pixels(kept)).equals(await pixels(bytes))).toBe(true);
      expect((await sharp(kept).metadata()).orientation ?? 1).toBe(orientation);
      expect(found(kept)).toEqual([]);
    },
  );
  it('does not keep a PNG or WebP that has to be turned: nothing but Exif says so there', async () => {
    for (const format of ['png', 'webp'] as const) {
      const bytes = await source().withMetadata({ orientation: 6 }).toFormat(format).toBuffer();
      expect(withoutParticulars(new Uint8Array(bytes), format)).toBeNull();
    }
  });
  it('takes comments out of a GIF; of several pictures it keeps none as they are', async () => {
    const gif = await source().gif().toBuffer();
    const comment = Buffer.concat([
      Buffer.from([0x21, 0xfe, NOTE.length]),
      Buffer.from(NOTE),
      Buffer.from([0]),
    ]);
    const at =
      gif.indexOf(Buffer.from([0x21, 0xf9])) >= 0
        ? gif.indexOf(Buffer.from([0x21, 0xf9]))
        : gif.indexOf(0x2c, 13);
    const bytes = behind(Buffer.concat([gif.subarray(0, at), comment, gif.subarray(at)]));
    const kept = strip(bytes, 'gif');
    expect(found(kept)).toEqual([]);
    expect((await pixels(kept)).equals(await pixels(gif))).toBe(true);
    const frames = Buffer.alloc(8 * 24 * 3).map((_, i) => (i * 11) & 255);
    const moving = await sharp(frames, { raw: { width: 8, height: 24, channels: 3, pageHeight: 8 } })
      .gif({ delay: [100, 100, 100] })
      .toBuffer();
    expect(withoutParticulars(new Uint8Array(moving), 'gif')).toBeNull();
  });
  it('keeps the profile of a colour space and not that of a device', async () => {
    const p3 = await source().withIccProfile('p3').jpeg().toBuffer();
    const { icc = Buffer.alloc(0) } = await sharp(p3).metadata();
    expect(namesNoDevice(new Uint8Array(icc))).toBe(true);
    expect((await sharp(strip(p3, 'jpeg')).metadata()).icc?.equals(icc)).toBe(true);
    const device = Buffer.from(icc);
    const name = Buffer.from(profileName(new Uint8Array(device)) ?? '');
    // Written over in both forms a name can have: one byte a letter, and two (ICC.1:2022, 10.15).
    for (const form of [name, Buffer.from(name.toString(), 'utf16le').swap16()]) {
      const at = device.indexOf(form);
      if (at >= 0) device.fill('X', at, at + 1 + form.length / name.length);
    }
    expect(namesNoDevice(new Uint8Array(device))).toBe(false);
    expect(namesNoDevice(new Uint8Array(10))).toBe(false);
  });
});
