// Documents made by reference libraries: pdfkit, pdf-lib. Pictures are coded by sharp (PNG, JPEG, fax in TIFF) and by
// OpenJPEG's own encoder; what carries JBIG2 is put together after ITU-T T.88.
import { createRequire } from 'node:module';
import { zlibSync } from 'fflate';
import { PDFDocument as PdfLib } from 'pdf-lib';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import UTIF from 'utif2';
import { describe, expect, it } from 'vitest';
import { fetchDecoder } from './decoders.testing.ts';
import { jpeg, pictures, png, sameBytes } from './pictures.testing.ts';
import { readDocument } from './readDocument.ts';

describe('PDF', () => {
  const made = (draw: (pdf: PDFKit.PDFDocument) => void, options: PDFKit.PDFDocumentOptions = {}) =>
    new Promise<Uint8Array>((resolve) => {
      const pdf = new PDFDocument({ info: { Title: 'Bench protocol' }, ...options });
      const parts: Buffer[] = [];
      pdf.on('data', (part: Buffer) => parts.push(part));
      pdf.on('end', () => resolve(new Uint8Array(Buffer.concat(parts))));
      draw(pdf);
      pdf.end();
    });
  it('gives a JPEG as it is and rebuilds a PNG with its transparency, pixel for pixel', async () => {
    const bytes = await made((pdf) => {
      pdf.image(Buffer.from(jpeg), 20, 20);
      pdf.addPage().image(Buffer.from(png), 20, 20);
    });
    const { title, pictures: found } = await pictures(bytes, 'protocol.pdf');
    expect(title).toBe('Bench protocol');
    expect(found.map((p) => [p.page, p.rebuilt])).toEqual([
      [1, false],
      [2, true],
    ]);
    expect(sameBytes(await found[0]!.bytes(), jpeg)).toBe(true);
    const raw = (file: Uint8Array) => sharp(file).ensureAlpha().raw().toBuffer();
    expect(sameBytes(await raw(await found[1]!.bytes()), await raw(png))).toBe(true);
  });
  it('rebuilds palette and grey pictures', async () => {
    const palette = await sharp(png).flatten().png({ palette: true, colours: 8 }).toBuffer();
    const grey = await sharp(png).flatten().toColourspace('b-w').png().toBuffer();
    const bytes = await made((pdf) => pdf.image(palette, 20, 20).image(grey, 20, 80));
    const raw = (file: Uint8Array) => sharp(file).toColourspace('srgb').removeAlpha().raw().toBuffer();
    const { pictures: found } = await pictures(bytes);
    expect(found).toHaveLength(2);
    expect(sameBytes(await raw(await found[0]!.bytes()), await raw(palette))).toBe(true);
    expect(sameBytes(await raw(await found[1]!.bytes()), await raw(grey))).toBe(true);
  });
  /** A PDF with one page and one image, as ISO 32000-1, 8.9.5 has its dictionary. */
  const withImage = async (entries: Record<string, unknown>, samples: Uint8Array) => {
    const pdf = await PdfLib.create();
    const page = pdf.addPage();
    const image = pdf.context.stream(samples, {
      Type: 'XObject',
      Subtype: 'Image',
      Width: 16,
      Height: 16,
      ...entries,
    } as never);
    page.node.newXObject('Im', pdf.context.register(image));
    return pdf.save();
  };
  const firstPixels = async (bytes: Uint8Array, count: number) => {
    const { pictures: found } = await pictures(bytes, 'scan.pdf');
    const raw = await sharp(await found[0]!.bytes())
      .removeAlpha()
      .raw()
      .toBuffer();
    return [...raw.subarray(0, 3 * count)];
  };
  it.each([
    ['1 bit, white is 1', { ColorSpace: 'DeviceGray', BitsPerComponent: 1 }, [0b1010_0000], [255, 0, 255]],
    [
      '1 bit, white is 0 by its Decode array',
      { ColorSpace: 'DeviceGray', BitsPerComponent: 1, Decode: [1, 0] },
      [0b1010_0000],
      [0, 255, 0],
    ],
    ['4 bits', { ColorSpace: 'DeviceGray', BitsPerComponent: 4 }, [0x0f, 0x80], [0, 255, 136]],
    [
      '16 bits, 65535 as 255',
      { ColorSpace: 'DeviceGray', BitsPerComponent: 16 },
      [0x12, 0xff, 0xfe, 0x01, 0x80, 0],
      [0x13, 0xfd, 0x80],
    ],
  ])('reads samples of %s', async (_, entries, start, levels) => {
    const samples = new Uint8Array(16 * 16 * 2);
    samples.set(start);
    const expected = levels.flatMap((level) => [level, level, level]);
    expect(await firstPixels(await withImage(entries, samples), 3)).toEqual(expected);
  });
  it('turns inks into light: no ink is paper, each ink takes its own light away, black takes all', async () => {
    const samples = new Uint8Array(16 * 16 * 4);
    samples.set([0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 255, 255, 255, 255]);
    const bytes = await withImage({ ColorSpace: 'DeviceCMYK', BitsPerComponent: 8 }, samples);
    const pixels = await firstPixels(bytes, 5);
    const [paper, cyan, magenta, yellow, black] = [0, 3, 6, 9, 12].map((at) => pixels.slice(at, at + 3));
    expect(paper).toEqual([255, 255, 255]);
    for (const [light, ink] of [cyan, magenta, yellow].entries())
      expect(ink!.indexOf(Math.min(...ink!))).toBe(light);
    expect(Math.max(...black!)).toBeLessThan(20);
  });
  /** Black and white, 0 and 255, 64 x 48, with the runs of fax coding. */
  const twoLevels = Uint8Array.from({ length: 64 * 48 }, (_, i) =>
    (((i % 64) * 5 + Math.floor(i / 64) * 3) % 31) % 3 === 0 ? 0 : 255,
  );
  /** ITU-T T.6, as sharp writes it into TIFF: the bytes of its strip, 0 for white. */
  const fax = async () => {
    const tiff = await sharp(twoLevels, { raw: { width: 64, height: 48, channels: 1 } })
      .toColourspace('b-w')
      .tiff({ compression: 'ccittfax4', bitdepth: 1, miniswhite: true })
      .toBuffer();
    const [page] = UTIF.decode(tiff);
    const [start, length] = [page!.t273 as number[], page!.t279 as number[]].map((entry) => entry[0]!);
    expect(page!.t273).toHaveLength(1);
    return new Uint8Array(tiff.subarray(start, start! + length!));
  };
  const SIZE = { Width: 64, Height: 48 };
  const levels = async (bytes: Uint8Array) => {
    const { pictures: found, notes } = await pictures(bytes);
    expect(notes).toEqual([]);
    return sharp(await found[0]!.bytes())
      .extractChannel(0)
      .raw()
      .toBuffer();
  };
  it('reads pictures in fax coding, pixel for pixel', async () => {
    const bytes = await withImage(
      {
        ...SIZE,
        ColorSpace: 'DeviceGray',
        BitsPerComponent: 1,
        Filter: 'CCITTFaxDecode',
        DecodeParms: { K: -1, Columns: 64, Rows: 48 },
      },
      await fax(),
    );
    expect(sameBytes(await levels(bytes), twoLevels)).toBe(true);
  });
  it('reads pictures in JBIG2, pixel for pixel', async () => {
    const coded = await fax();
    const numbers = (...values: number[]) => values.flatMap((value) => [0, 0, value >> 8, value & 255]);
    // T.88, 7.2: number, type, no segments referred to, page 1, length; 7.4.8 page information; 7.4.6 generic region
    // whose pixels are in T.6 (MMR).
    const page = [...numbers(64, 48, 0, 0), 0, 0, 0];
    const region = [...numbers(64, 48, 0, 0), 0, 1, ...coded];
    const segment = (number: number, type: number, data: number[]) => [
      ...numbers(number),
      type,
      0,
      1,
      ...numbers(data.length),
      ...data,
    ];
    const samples = Uint8Array.from([...segment(0, 48, page), ...segment(1, 39, region)]);
    const bytes = await withImage(
      { ...SIZE, ColorSpace: 'DeviceGray', BitsPerComponent: 1, Filter: 'JBIG2Decode' },
      samples,
    );
    expect(sameBytes(await levels(bytes), twoLevels)).toBe(true);
  });
  it('reads pictures in JPEG 2000, pixel for pixel where they were coded without loss', async () => {
    const require = createRequire(import.meta.url);
    const openJpeg = await require('@cornerstonejs/codec-openjpeg')();
    const encoder = new openJpeg.J2KEncoder();
    const samples = encoder.getDecodedBuffer({
      width: 64,
      height: 48,
      bitsPerSample: 8,
      componentCount: 3,
      isSigned: false,
    }) as Uint8Array;
    for (let i = 0; i < samples.length; i++) samples[i] = (i * 7 + (i >> 6)) & 255;
    const expected = samples.slice();
    encoder.setQuality(true, 0);
    encoder.encode();
    const bytes = await withImage(
      { ...SIZE, ColorSpace: 'DeviceRGB', BitsPerComponent: 8, Filter: 'JPXDecode' },
      (encoder.getEncodedBuffer() as Uint8Array).slice(),
    );
    const { pictures: found } = await pictures(bytes);
    expect(found.map((p) => p.rebuilt)).toEqual([true]);
    const raw = await sharp(await found[0]!.bytes())
      .removeAlpha()
      .raw()
      .toBuffer();
    expect(sameBytes(raw, expected)).toBe(true);
  });
  it.each([0, 1, 2, 3, 4])('undoes the PNG predictor %i', async (filter) => {
    // Filtered by the formulas of the W3C PNG specification, section 9.2, with one filter for all rows.
    const levels = Array.from({ length: 16 }, (_, y) =>
      Array.from({ length: 16 }, (_, x) => (x * 37 + y * y * 11) & 255),
    );
    const rows = levels.map((row, y) => [
      filter,
      ...row.map((value, x) => {
        const [a, b, c] = [row[x - 1] ?? 0, levels[y - 1]?.[x] ?? 0, levels[y - 1]?.[x - 1] ?? 0];
        const p = a + b - c;
        const nearest = [a, b, c].reduce((best, v) => (Math.abs(p - v) < Math.abs(p - best) ? v : best), a);
        return (value - [0, a, b, (a + b) >> 1, nearest][filter]!) & 255;
      }),
    ]);
    const bytes = await withImage(
      {
        ColorSpace: 'DeviceGray',
        BitsPerComponent: 8,
        Filter: 'FlateDecode',
        DecodeParms: { Predictor: 15, Colors: 1, Columns: 16 },
      },
      zlibSync(Uint8Array.from(rows.flat())),
    );
    const { pictures: found } = await pictures(bytes);
    const raw = await sharp(await found[0]!.bytes())
      .extractChannel(0)
      .raw()
      .toBuffer();
    expect([...raw]).toEqual(levels.flat());
  });
  it('lists a picture whose pixels are missing, and says so only when it is asked for', async () => {
    const bytes = await withImage({ ColorSpace: 'DeviceRGB', BitsPerComponent: 8 }, new Uint8Array(10));
    const { pictures: found } = await pictures(bytes);
    expect(found).toHaveLength(1);
    await expect(found[0]!.bytes()).rejects.toThrow('Pixels of the picture are missing.');
  });
  it('leaves out an image that claims 60000 x 60000 pixels, and says so', async () => {
    const entries = { ColorSpace: 'DeviceRGB', BitsPerComponent: 8, Width: 60_000, Height: 60_000 };
    const result = await pictures(await withImage(entries, new Uint8Array(10)));
    expect(result.pictures).toEqual([]);
    expect(result.notes).toMatchObject([
      { code: 'picture-too-large', data: { page: 1, width: 60_000, height: 60_000 } },
    ]);
  });
  it('says that a protected one is protected', async () => {
    const bytes = await made((pdf) => pdf.image(Buffer.from(jpeg), 20, 20), { userPassword: 'weir' });
    expect(await readDocument(bytes, 'protocol.pdf', fetchDecoder)).toMatchObject({
      ok: false,
      refusal: { code: 'protected' },
    });
  });
  it('reads one that is encrypted and opens without a password', async () => {
    const bytes = await made(
      (pdf) => {
        pdf.image(Buffer.from(png), 20, 20);
        pdf.addPage().image(Buffer.from(jpeg), 20, 20);
      },
      { ownerPassword: 'weir' },
    );
    const { title, pictures: found } = await pictures(bytes, 'protocol.pdf');
    expect(title).toBe('Bench protocol');
    expect(found.map((p) => [p.page, p.rebuilt])).toEqual([
      [1, true],
      [2, true],
    ]);
    const raw = (file: Uint8Array) => sharp(file).ensureAlpha().raw().toBuffer();
    expect(sameBytes(await raw(await found[0]!.bytes()), await raw(png))).toBe(true);
    // Two decoders of one JPEG may differ by a little (ISO/IEC 10918-2 allows it).
    const [ours, theirs] = await Promise.all([found[1]!.bytes().then(raw), raw(jpeg), found[0]!.bytes()]);
    const apart = ours.reduce((sum, value, i) => sum + Math.abs(value - theirs[i]!), 0) / ours.length;
    expect(apart).toBeLessThan(3);
  });
});
