// Documents made by reference libraries: docx, pptxgenjs, pdfkit. OpenDocument files are put together after ISO/IEC 26300
// part 2 (packages) with fflate, since no library for writing them is in use here.
import { Document, ImageRun, Packer, PageBreak, Paragraph } from 'docx';
import { strToU8, zipSync, zlibSync } from 'fflate';
import { PDFDocument as PdfLib } from 'pdf-lib';
import PDFDocument from 'pdfkit';
import PptxGenJS from 'pptxgenjs';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { readDocument } from './readDocument.ts';

let png: Uint8Array;
let jpeg: Uint8Array;
beforeAll(async () => {
  const raw = Buffer.from(
    Array.from({ length: 40 * 30 * 4 }, (_, i) => (i % 4 === 3 ? 128 + (i % 100) : (i * 7) & 255)),
  );
  const image = sharp(raw, { raw: { width: 40, height: 30, channels: 4 } });
  png = await image.clone().png().toBuffer();
  jpeg = await image.clone().flatten().jpeg().toBuffer();
});

const pictures = async (bytes: Uint8Array, name = 'report') => {
  const result = await readDocument(bytes, name);
  if (!result.ok) throw new Error(result.refusal.code);
  return result;
};
const sameBytes = (a: Uint8Array, b: Uint8Array) => Buffer.compare(Buffer.from(a), Buffer.from(b)) === 0;

describe('text documents and presentations', () => {
  it('gives the pictures of a .docx with their original bytes, their page and the title', async () => {
    const run = (data: Uint8Array, type: 'png' | 'jpg') =>
      new ImageRun({ type, data, transformation: { width: 40, height: 30 } });
    const document = new Document({
      title: 'Gap filling report',
      sections: [
        {
          children: [
            new Paragraph({ children: [run(png, 'png')] }),
            new Paragraph({ children: [new PageBreak(), run(jpeg, 'jpg')] }),
          ],
        },
      ],
    });
    const { title, pictures: found } = await pictures(await Packer.toBuffer(document), 'report.docx');
    expect(title).toBe('Gap filling report');
    expect(found.map((p) => p.page)).toEqual([1, 2]);
    expect(sameBytes(found[0]!.bytes(), png)).toBe(true);
    expect(sameBytes(found[1]!.bytes(), jpeg)).toBe(true);
    expect(found.every((p) => !p.rebuilt)).toBe(true);
  });
  // Word writes both the break that was asked for and the one it then made (ECMA-376-1, 17.3.1.20 and 17.3.3.13).
  it.each([
    ['asked for and made', '<w:br w:type="page"/><w:lastRenderedPageBreak/>', '', 2],
    ['two asked for', '<w:br w:type="page"/><w:br w:type="page"/><w:lastRenderedPageBreak/>', '', 3],
    [
      'made after text',
      '<w:br w:type="page"/><w:lastRenderedPageBreak/><w:t>long</w:t><w:lastRenderedPageBreak/>',
      '',
      3,
    ],
    ['none, of one page', '', '<Pages>1</Pages>', 1],
    ['none, of three pages', '', '<Pages>3</Pages>', null],
    ['none, nothing said', '', '', null],
  ])('counts the pages of a .docx by its breaks: %s', async (_, breaks, pages, expected) => {
    const bytes = zipSync({
      'word/document.xml': strToU8(
        `<w:document xmlns:w="w" xmlns:a="a" xmlns:r="r" xmlns:v="v">${breaks}<a:blip r:embed="one"/><v:imagedata r:id="one"/></w:document>`,
      ),
      'word/_rels/document.xml.rels': strToU8(
        '<Relationships><Relationship Id="one" Target="media/one.png"/></Relationships>',
      ),
      'word/media/one.png': png,
      ...(pages && { 'docProps/app.xml': strToU8(`<Properties>${pages}</Properties>`) }),
    });
    // Once, though it is there a second time for older programs.
    expect((await pictures(bytes)).pictures.map((p) => p.page)).toEqual([expected]);
  });
  it('counts the breaks that the styles of an .odt ask for, but not one before its first paragraph', async () => {
    const picture = (at: number) =>
      `<text:p text:style-name="P${at}"><draw:image xlink:href="Pictures/${at}.png"/></text:p>`;
    const style = (at: number) =>
      `<style:style style:name="P${at}"><style:paragraph-properties fo:break-before="page"/></style:style>`;
    const content = `<office:document-content xmlns:office="o" xmlns:draw="d" xmlns:text="t" xmlns:xlink="x" xmlns:style="s" xmlns:fo="f">${style(0)}${style(2)}${[0, 1, 2].map(picture).join('')}</office:document-content>`;
    const files = Object.fromEntries([0, 1, 2].map((at) => [`Pictures/${at}.png`, png]));
    const { pictures: found } = await pictures(zipSync({ 'content.xml': strToU8(content), ...files }));
    expect(found.map((p) => [p.name, p.page])).toEqual([
      ['0.png', 1],
      ['1.png', 1],
      ['2.png', 2],
    ]);
  });
  it('gives the pictures of a .pptx slide by slide', async () => {
    const slides = new PptxGenJS();
    slides.addSlide().addText('no picture here', { x: 1, y: 1 });
    const data = `data:image/png;base64,${Buffer.from(png).toString('base64')}`;
    slides.addSlide().addImage({ data, x: 1, y: 1, w: 2, h: 2 });
    const bytes = new Uint8Array((await slides.write({ outputType: 'arraybuffer' })) as ArrayBuffer);
    const { pictures: found } = await pictures(bytes);
    expect(found.map((p) => p.page)).toEqual([2]);
    expect(sameBytes(found[0]!.bytes(), png)).toBe(true);
  });
  it.each([
    ['.odp', '<draw:page/><draw:page><draw:image xlink:href="Pictures/one.png"/></draw:page>', 2],
    ['.odt', '<text:soft-page-break/><draw:image xlink:href="Pictures/one.png"/>', 2],
  ])('gives the pictures of an %s', async (_, body, page) => {
    const content = `<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:draw="d" xmlns:text="t" xmlns:xlink="x">${body}</office:document-content>`;
    const bytes = zipSync({
      'content.xml': strToU8(content),
      'Pictures/one.png': png,
      'meta.xml': strToU8(
        '<office:meta xmlns:office="o" xmlns:dc="d"><dc:title>Field day</dc:title></office:meta>',
      ),
    });
    const { title, pictures: found } = await pictures(bytes);
    expect(title).toBe('Field day');
    expect(found.map(({ page: on, name }) => [on, name])).toEqual([[page, 'one.png']]);
    expect(sameBytes(found[0]!.bytes(), png)).toBe(true);
  });
  it('lists all of 500 pictures', async () => {
    const many = Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`Pictures/${i}.png`, png]));
    const body = Object.keys(many)
      .map((path) => `<draw:image xlink:href="${path}"/>`)
      .join('');
    const content = `<office:document-content xmlns:office="o" xmlns:draw="d" xmlns:xlink="x">${body}</office:document-content>`;
    expect((await pictures(zipSync({ 'content.xml': strToU8(content), ...many }))).pictures).toHaveLength(
      500,
    );
  });
});

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
    expect(sameBytes(found[0]!.bytes(), jpeg)).toBe(true);
    const raw = (file: Uint8Array) => sharp(file).ensureAlpha().raw().toBuffer();
    expect(sameBytes(await raw(found[1]!.bytes()), await raw(png))).toBe(true);
  });
  it('rebuilds palette and grey pictures', async () => {
    const palette = await sharp(png).flatten().png({ palette: true, colours: 8 }).toBuffer();
    const grey = await sharp(png).flatten().toColourspace('b-w').png().toBuffer();
    const bytes = await made((pdf) => pdf.image(palette, 20, 20).image(grey, 20, 80));
    const raw = (file: Uint8Array) => sharp(file).toColourspace('srgb').removeAlpha().raw().toBuffer();
    const { pictures: found } = await pictures(bytes);
    expect(found).toHaveLength(2);
    expect(sameBytes(await raw(found[0]!.bytes()), await raw(palette))).toBe(true);
    expect(sameBytes(await raw(found[1]!.bytes()), await raw(grey))).toBe(true);
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
    const raw = await sharp(found[0]!.bytes()).removeAlpha().raw().toBuffer();
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
      '16 bits as 8',
      { ColorSpace: 'DeviceGray', BitsPerComponent: 16 },
      [0x12, 0xff, 0xfe, 0x01, 0x80, 0],
      [0x12, 0xfe, 0x80],
    ],
  ])('reads samples of %s', async (_, entries, start, levels) => {
    const samples = new Uint8Array(16 * 16 * 2);
    samples.set(start);
    const expected = levels.flatMap((level) => [level, level, level]);
    expect(await firstPixels(await withImage(entries, samples), 3)).toEqual(expected);
  });
  it('turns inks into light as ISO 32000-1, 10.3.5 does: red = 1 - min(1, cyan + black)', async () => {
    const samples = new Uint8Array(16 * 16 * 4);
    samples.set([255, 0, 0, 0, 0, 100, 0, 50, 200, 0, 10, 100]);
    const bytes = await withImage({ ColorSpace: 'DeviceCMYK', BitsPerComponent: 8 }, samples);
    expect(await firstPixels(bytes, 3)).toEqual([0, 255, 255, 205, 105, 205, 0, 155, 145]);
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
    const raw = await sharp(found[0]!.bytes()).extractChannel(0).raw().toBuffer();
    expect([...raw]).toEqual(levels.flat());
  });
  it('lists a picture whose pixels are missing, and says so only when it is asked for', async () => {
    const bytes = await withImage({ ColorSpace: 'DeviceRGB', BitsPerComponent: 8 }, new Uint8Array(10));
    const { pictures: found } = await pictures(bytes);
    expect(found).toHaveLength(1);
    expect(() => found[0]!.bytes()).toThrow('Pixels of the picture are missing.');
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
    expect(await readDocument(bytes, 'protocol.pdf')).toMatchObject({
      ok: false,
      refusal: { code: 'protected' },
    });
  });
});

describe('documents that give nothing', () => {
  const cases: Array<[string, Uint8Array, string, string]> = [
    [
      'cut in the middle',
      zipSync({ 'word/document.xml': new Uint8Array(500) }).subarray(0, 60),
      'a.docx',
      'broken',
    ],
    ['not XML inside', zipSync({ 'content.xml': strToU8('<a><b></a>') }), 'a.odt', 'broken'],
    ['no picture', zipSync({ 'content.xml': strToU8('<a/>') }), 'a.odt', 'no-pictures'],
    ['an archive of something else', zipSync({ 'readme.txt': strToU8('hello') }), 'a.zip', 'not-a-document'],
    [
      'a protected .docx (MS-CFB signature)',
      new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]),
      'a.docx',
      'protected',
    ],
    [
      'an old .doc',
      new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]),
      'a.doc',
      'not-a-document',
    ],
    ['a PDF cut in the middle', strToU8('%PDF-1.7\n1 0 obj\n<< /Type'), 'a.pdf', 'broken'],
    [
      'a protected .odt (OpenDocument 1.2 part 3)',
      zipSync({
        'content.xml': new Uint8Array(9),
        'META-INF/manifest.xml': strToU8('<m><manifest:encryption-data/></m>'),
      }),
      'a.odt',
      'protected',
    ],
  ];
  it.each(cases)('%s: says why, and names it', async (_, bytes, name, code) => {
    const result = await readDocument(bytes, name);
    expect(result).toMatchObject({ ok: false, refusal: { code, place: { file: name } } });
  });
});
