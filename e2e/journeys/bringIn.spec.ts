import { rm, writeFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { Document, ImageRun, Packer, Paragraph } from 'docx';
import { PDFDocument as PdfLib } from 'pdf-lib';
import PDFDocument from 'pdfkit';
import sharp, { type Sharp } from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { goneFile } from '../fixtures/goneFile.ts';
import { intercept } from '../fixtures/intercept.ts';
import { pixelsOf, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

const WORD = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

test.beforeEach(async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
});

/** Accepts the whole of the picture that is being framed. @returns the capture's file as the server has it */
async function accepted(page: Page, school: School): Promise<Buffer> {
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { capture } = (await serverDraft(page, school.single)).evidence[0];
  return (await page.request.get(capture.href)).body();
}

const pdfOf = (draw: (pdf: PDFKit.PDFDocument) => void, options: PDFKit.PDFDocumentOptions = {}) =>
  new Promise<Buffer>((resolve) => {
    const pdf = new PDFDocument(options);
    const parts: Buffer[] = [];
    pdf.on('data', (part: Buffer) => parts.push(part));
    pdf.on('end', () => resolve(Buffer.concat(parts)));
    draw(pdf);
    pdf.end();
  });

test('pictures are chosen from a document and keep their bytes; the record names it', async ({
  page,
  school,
}) => {
  const [first, second] = [await testPicture(64, 48, 1), await testPicture(80, 60, 2)];
  const run = (data: Buffer) =>
    new ImageRun({ type: 'png', data, transformation: { width: 64, height: 48 } });
  const document = new Document({
    title: 'Field report',
    sections: [
      { children: [new Paragraph({ children: [run(first)] }), new Paragraph({ children: [run(second)] })] },
    ],
  });
  const buffer = await Packer.toBuffer(document);
  await page.getByLabel('Picture files').setInputFiles({ name: 'report.docx', mimeType: WORD, buffer });
  await expect(page.getByRole('heading', { name: 'Pictures in Field report' })).toBeVisible();
  await expect(page.getByText('80 × 60')).toBeVisible();
  await expectBegun(page.getByRole('dialog'));
  await expectClean(page, 'pictures of a document');
  await page.getByRole('checkbox').nth(1).check();
  await page.getByRole('button', { name: 'Take 1' }).click();
  const file = await accepted(page, school);
  expect(file.equals(second)).toBe(true);
  const { items } = await (await page.request.get('/api/captures?words=field')).json();
  expect(items[0]).toMatchObject({ source: 'document', document: 'Field report' });
});

test('a PDF that is protected, and one that is broken, say what to do', async ({ page }) => {
  const locked = await pdfOf((pdf) => pdf.text('secret'), { userPassword: 'weir' });
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/pdf', buffer });
  await page
    .getByLabel('Picture files')
    .setInputFiles([file('locked.pdf', locked), file('cut.pdf', locked.subarray(0, 80))]);
  await expect(page.getByText('“locked.pdf” is protected by a password.')).toBeVisible();
  await expect(page.getByText('“cut.pdf” is damaged or not complete')).toBeVisible();
});

test('a picture of a PDF is rebuilt pixel for pixel; one that comes while the server is away says what to do', async ({
  page,
  school,
}) => {
  const grey = await sharp(await testPicture(64, 48, 5))
    .png({ palette: true })
    .toBuffer();
  const buffer = await pdfOf((pdf) => pdf.image(grey, 20, 20));
  const add = () =>
    page
      .getByLabel('Picture files')
      .setInputFiles({ name: 'protocol.pdf', mimeType: 'application/pdf', buffer });
  await school.stop();
  await add();
  await expect(page.getByText('“protocol.pdf” cannot be opened while the server is away.')).toBeVisible();
  await school.start();
  await openSheet(page, school.single);
  await add();
  await expect(page.getByText('p. 1')).toBeVisible();
  await page.getByRole('button', { name: 'Take 1' }).click();
  const file = await accepted(page, school);
  expect((await pixelsOf(file)).equals(await pixelsOf(grey))).toBe(true);
});

test('a PDF that is encrypted and needs no password gives its pictures; so does a scan in JBIG2', async ({
  page,
}) => {
  const picture = await testPicture(64, 48, 6);
  const encrypted = await pdfOf((pdf) => pdf.image(picture, 20, 20), { ownerPassword: 'weir' });
  const add = (name: string, buffer: Buffer) =>
    page.getByLabel('Picture files').setInputFiles({ name, mimeType: 'application/pdf', buffer });
  await add('encrypted.pdf', encrypted);
  await expect(page.getByText('64 × 48')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();

  // ITU-T T.88: page information and one generic region in T.6, every row of which says "as the one above": white.
  const size = [0, 0, 0, 64, 0, 0, 0, 48, 0, 0, 0, 0, 0, 0, 0, 0];
  const rows = [0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0x00, 0x10, 0x01];
  const segment = (number: number, type: number, data: number[]) =>
    [0, 0, 0, number, type, 0, 1, 0, 0, 0, data.length].concat(data);
  const coded = [...segment(0, 48, [...size, 0, 0, 0]), ...segment(1, 39, [...size, 0, 1, ...rows])];
  const pdf = await PdfLib.create();
  const image = pdf.context.stream(Uint8Array.from(coded), {
    Type: 'XObject',
    Subtype: 'Image',
    Width: 64,
    Height: 48,
    ColorSpace: 'DeviceGray',
    BitsPerComponent: 1,
    Filter: 'JBIG2Decode',
  });
  pdf.addPage().node.newXObject('Im', pdf.context.register(image));
  await add('scan.pdf', Buffer.from(await pdf.save()));
  await expect(page.getByRole('heading', { name: 'Pictures in scan' })).toBeVisible();
  await expect(page.getByText('64 × 48')).toBeVisible();
});

for (const [what, make] of [
  ['a TIFF of 16 bits', (s: Sharp) => s.toColourspace('rgb16').tiff({ compression: 'lzw' })],
  ['a TIFF', (s: Sharp) => s.tiff({ compression: 'none' })],
] as const)
  test(`${what} becomes a PNG with the same pixels, and the record says so`, async ({ page, school }) => {
    const png = await testPicture(60, 40, 4);
    const buffer = await make(sharp(png)).toBuffer();
    await page
      .getByLabel('Picture files')
      .setInputFiles({ name: 'gauge.tif', mimeType: 'image/tiff', buffer });
    const file = await accepted(page, school);
    const [ours, theirs] = [await pixelsOf(file), await pixelsOf(png)];
    expect(Math.max(...ours.map((v, i) => Math.abs(v - (theirs[i] ?? 0))))).toBeLessThanOrEqual(1);
    const { items } = await (await page.request.get('/api/captures')).json();
    expect(items[0].done[0]).toMatchObject({ code: 'converted', data: { from: 'TIFF' } });
  });

test('a TIFF that comes while its converter cannot be fetched is not called unreadable', async ({ page }) => {
  await intercept(page, /convert\.worker/, (route) => route.abort());
  const buffer = await sharp(await testPicture(60, 40, 4))
    .tiff()
    .toBuffer();
  await page.getByLabel('Picture files').setInputFiles({ name: 'gauge.tif', mimeType: 'image/tiff', buffer });
  await expect(page.getByText('“gauge.tif” cannot be opened while the server is away.')).toBeVisible();
});

test('a BMP becomes a PNG pixel for pixel', async ({ page, school }) => {
  // Two by two pixels, 24 bits, rows from below, padded to four bytes (Windows bitmap, BITMAPINFOHEADER).
  const head = Buffer.alloc(54);
  head.write('BM');
  head.writeUInt32LE(70, 2);
  head.writeUInt32LE(54, 10);
  head.writeUInt32LE(40, 14);
  head.writeInt32LE(2, 18);
  head.writeInt32LE(2, 22);
  head.writeUInt16LE(1, 26);
  head.writeUInt16LE(24, 28);
  head.writeUInt32LE(16, 34);
  const pixels = Buffer.from([255, 0, 0, 0, 255, 0, 0, 0, 0, 0, 255, 9, 8, 7, 0, 0]);
  const buffer = Buffer.concat([head, pixels]);
  await page.getByLabel('Picture files').setInputFiles({ name: 'old.bmp', mimeType: 'image/bmp', buffer });
  const file = await accepted(page, school);
  expect([...(await pixelsOf(file))]).toEqual([255, 0, 0, 7, 8, 9, 0, 0, 255, 0, 255, 0]);
});

test('a wide picture of 16384 x 2160, and kinds of PNG that are rare, are taken', async ({
  page,
  school,
}) => {
  const wide = await sharp({ create: { width: 16384, height: 2160, channels: 3, background: '#446677' } })
    .png()
    .toBuffer();
  await page
    .getByLabel('Picture files')
    .setInputFiles({ name: 'wide.png', mimeType: 'image/png', buffer: wide });
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,16384,2160');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const source = sharp(await testPicture(50, 40, 6));
  const kinds: Array<[string, Buffer]> = [
    ['palette.png', await source.clone().png({ palette: true, colours: 16 }).toBuffer()],
    ['sixteen.png', await source.clone().toColourspace('rgb16').png().toBuffer()],
    ['greyAlpha.png', await source.clone().toColourspace('b-w').ensureAlpha(0.5).png().toBuffer()],
    ['cmyk.jpg', await source.clone().toColourspace('cmyk').jpeg().toBuffer()],
  ];
  for (const [name, buffer] of kinds) {
    const mimeType = name.endsWith('jpg') ? 'image/jpeg' : 'image/png';
    await page.getByLabel('Picture files').setInputFiles({ name, mimeType, buffer });
    await page.getByRole('button', { name: 'Replace this one' }).click();
    await expect(page.getByTestId('frame'), name).toHaveAttribute('data-box', '0,0,50,40');
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-status=saved]')).toBeVisible();
    await expect
      .poll(async () => (await serverDraft(page, school.single)).evidence[0].capture.originalName)
      .toBe(name);
  }
});

test('the clipboard is read by a button; without a picture it says what to do', async ({
  page,
  context,
  school,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate(() => navigator.clipboard.writeText('no picture'));
  await page.getByRole('button', { name: 'Clipboard' }).click();
  await expect(page.getByText('The clipboard holds no picture.')).toBeVisible();
  const png = await testPicture(40, 30, 8);
  await page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    await navigator.clipboard.write([
      new ClipboardItem({ 'image/png': new Blob([bytes], { type: 'image/png' }) }),
    ]);
  }, png.toString('base64'));
  await page.getByRole('button', { name: 'Clipboard' }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  expect((await serverDraft(page, school.single)).evidence[0].capture).toMatchObject({
    source: 'clipboard',
    width: 40,
    height: 30,
  });
});

test('a browser whose storage is full keeps the picture in the page, says what to do, and sends it', async ({
  page,
  school,
}) => {
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  const buffer = await testPicture(60, 40, 11);
  await page.getByLabel('Picture files').setInputFiles({ name: 'kept.png', mimeType: 'image/png', buffer });
  await page.getByTestId('frame-pixels').waitFor();
  await expect(
    page.getByText(/This browser’s storage is full\. The picture is only in this page/),
  ).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { capture } = (await serverDraft(page, school.single)).evidence[0];
  expect((await (await page.request.get(capture.href)).body()).equals(buffer)).toBe(true);
});

test('a picture that was chosen is sent as it was, also when its file is deleted before', async ({
  page,
  context,
  school,
}, testInfo) => {
  const path = testInfo.outputPath('station.png');
  const bytes = await testPicture(400, 300, 21);
  await writeFile(path, bytes);
  await context.setOffline(true);
  await page.getByLabel('Picture files').setInputFiles(path);
  await page.getByTestId('frame-pixels').waitFor();
  // Another program takes its next picture under the same name, and then all is tidied away.
  await writeFile(path, await testPicture(50, 40, 22));
  await rm(path);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=waiting]')).toHaveCount(1);
  await context.setOffline(false);
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  const { capture } = (await serverDraft(page, school.single)).evidence[0];
  expect((await (await page.request.get(capture.href)).body()).equals(bytes)).toBe(true);
});

test('of files that are dropped one that is gone is named, and the others come in', async ({
  page,
  school,
}, testInfo) => {
  const gone = await goneFile(page, testInfo.outputPath('gone.png'), await testPicture(60, 40, 23));
  const there = (await testPicture(300, 200, 24)).toString('base64');
  await gone.evaluate((file, base64) => {
    const data = new DataTransfer();
    data.items.add(file);
    data.items.add(
      new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], 'there.png', { type: 'image/png' }),
    );
    document
      .querySelector('main')
      ?.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true }));
  }, there);
  await expect(page.getByText(/“gone\.png” cannot be read/)).toBeVisible();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence).toMatchObject([{ capture: { originalName: 'there.png' } }]);
});
