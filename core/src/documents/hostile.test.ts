// Built to do harm, or damaged. Zip fields: PKWARE APPNOTE 6.3.10; PDF: ISO 32000-1.
import { zipSync, zlibSync } from 'fflate';
import { type PDFDict, PDFDocument, PDFName, PDFRawStream } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { fetchDecoder } from './decoders.testing.ts';
import { readDocument } from './readDocument.ts';

const text = (content: string) => new TextEncoder().encode(content);
const codeOf = async (bytes: Uint8Array, name: string) => {
  const result = await readDocument(bytes, name, fetchDecoder);
  return result.ok ? 'read' : result.refusal.code;
};
const docx = () =>
  zipSync({ 'word/document.xml': text('<w:document/>'), 'a.xml': new Uint8Array(50_000) }, { level: 9 });

/** A PDF whose page shows pictures of these dictionaries. */
async function pdfOf(images: Array<{ dict: Record<string, unknown>; contents: Uint8Array }>) {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage();
  const refs = images.map(({ dict, contents }) =>
    pdf.context.register(
      PDFRawStream.of(
        pdf.context.obj({ Type: 'XObject', Subtype: 'Image', ...dict } as never) as unknown as PDFDict,
        contents,
      ),
    ),
  );
  const objects = Object.fromEntries(refs.map((ref, i) => [`Im${i}`, ref]));
  page.node.set(PDFName.of('Resources'), pdf.context.obj({ XObject: objects }));
  return { pdf, refs };
}

const GREY = { ColorSpace: 'DeviceGray', BitsPerComponent: 8, Filter: 'FlateDecode' };

describe('packages', () => {
  it('is bounded by what all its texts unpack to together, not only each', async () => {
    // 60 MB of spaces each, which pack to some kB; the limit is 96 MB.
    const spaces = new Uint8Array(60 * 1024 * 1024).fill(32);
    const one = zipSync({ 'word/document.xml': text('<w:document/>'), 'a.xml': spaces }, { level: 1 });
    expect(await codeOf(one, 'report.docx')).not.toBe('broken');
    const two = zipSync(
      { 'word/document.xml': text('<w:document/>'), 'a.xml': spaces, 'b.xml': spaces },
      { level: 1 },
    );
    expect(await codeOf(two, 'report.docx')).toBe('broken');
  });
  it('says broken of a document that is damaged, not that it is none', async () => {
    const bytes = docx();
    expect(await codeOf(bytes.slice(0, bytes.length / 2), 'report.docx')).toBe('broken');
    expect(await codeOf(bytes.slice(4), 'report.docx')).toBe('broken');
    expect(await codeOf(bytes.slice(4), 'report.txt')).toBe('not-a-document');
  });
  it('says protected where an entry is encrypted', async () => {
    const bytes = docx();
    const central = bytes.findIndex(
      (_, i) => bytes[i] === 0x50 && bytes[i + 1] === 0x4b && bytes[i + 2] === 1,
    );
    (bytes[central + 8] as number) |= 1;
    expect(await codeOf(bytes, 'report.docx')).toBe('protected');
  });
  it('takes no package whose entries hold more than the file is long, as entries do that lie over one another', async () => {
    const bytes = docx();
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < bytes.length - 46; i++)
      if (view.getUint32(i, true) === 0x02_01_4b_50) view.setUint32(i + 20, bytes.length * 2, true);
    expect(await codeOf(bytes, 'report.docx')).toBe('broken');
  });
});

describe('PDF', () => {
  it('reads each node of a page tree once, though its branches double 40 times', async () => {
    const { pdf } = await pdfOf([]);
    const { context } = pdf;
    let below = pdf.catalog.get(PDFName.of('Pages'));
    for (let i = 0; i < 40; i++)
      below = context.register(context.obj({ Type: 'Pages', Kids: [below, below], Count: 2 } as never));
    pdf.catalog.set(PDFName.of('Pages'), below as never);
    expect(await codeOf(await pdf.save({ addDefaultPage: false, useObjectStreams: false }), 'x.pdf')).toBe(
      'no-pictures',
    );
  });
  it('unpacks no more than a picture needs, whatever its stream holds', async () => {
    const contents = zlibSync(new Uint8Array(20_000_000).fill(7), { level: 9 });
    const { pdf } = await pdfOf([{ dict: { ...GREY, Width: 20, Height: 20 }, contents }]);
    const result = await readDocument(await pdf.save(), 'x.pdf', fetchDecoder);
    const bytes = result.ok ? await result.pictures[0]?.bytes() : undefined;
    expect(bytes?.length).toBeLessThan(2000);
  });
  it('does not list what makes another picture see-through', async () => {
    const contents = zlibSync(new Uint8Array(400));
    const { pdf, refs } = await pdfOf([
      { dict: { ...GREY, Width: 20, Height: 20 }, contents },
      { dict: { ...GREY, Width: 20, Height: 20 }, contents },
    ]);
    const [first, mask] = refs;
    const picture = pdf.context.lookup(first) as PDFRawStream;
    picture.dict.set(PDFName.of('SMask'), mask as never);
    const result = await readDocument(await pdf.save(), 'x.pdf', fetchDecoder);
    expect(result.ok && result.pictures.map((p) => p.name)).toEqual(['page 1 Im0.png']);
  });
});
