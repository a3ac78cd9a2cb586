// Documents made by reference libraries: docx, pptxgenjs. OpenDocument files are put together after ISO/IEC 26300
// part 2 (packages) with fflate, since no library for writing them is in use here.
import { Document, ImageRun, Packer, PageBreak, Paragraph } from 'docx';
import { strToU8, zipSync } from 'fflate';
import PptxGenJS from 'pptxgenjs';
import { describe, expect, it } from 'vitest';
import { fetchDecoder } from './decoders.testing.ts';
import { jpeg, pictures, png, sameBytes } from './pictures.testing.ts';
import { readDocument } from './readDocument.ts';

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
    expect(sameBytes(await found[0]!.bytes(), png)).toBe(true);
    expect(sameBytes(await found[1]!.bytes(), jpeg)).toBe(true);
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
    expect(sameBytes(await found[0]!.bytes(), png)).toBe(true);
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
    expect(sameBytes(await found[0]!.bytes(), png)).toBe(true);
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
    const result = await readDocument(bytes, name, fetchDecoder);
    expect(result).toMatchObject({ ok: false, refusal: { code, place: { file: name } } });
  });
});
