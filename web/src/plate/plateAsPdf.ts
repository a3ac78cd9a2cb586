import { type Box, PLATE_RESOLUTION, type PlateLayout } from '@nachweis/core';
import PDFDocument from 'pdfkit';
import { measureText } from '../pictures/markFonts.ts';
import { layWords, type PdfObject } from './wordsInPdf.ts';

/** Points of a 72nd of an inch to a pixel. */
const SCALE = 72 / PLATE_RESOLUTION;

/** What the types of pdfkit do not name: objects of one's own. */
interface WithObjects {
  ref(data: Record<string, unknown>): PdfObject;
  page: { xobjects: Record<string, unknown>; fonts: Record<string, unknown> };
  addContent(content: string): void;
}

/** A picture that is laid over the page in its own pixels, and where. */
export interface LaidOver {
  png: Blob;
  /** in pixels of the layout */
  box: Box;
}

/**
 * A plate as one page of a PDF: A4 where it is a page, as wide as A4 and as high as it is otherwise; its words are text,
 * too. Its pixels are deflated by the browser: pdfkit would take a worker from a blob for that, which no page here may
 * make.
 * @param png of the layout's size, without transparency
 */
export async function plateAsPdf(
  png: Blob,
  { size, words }: PlateLayout,
  title: string,
  over: readonly LaidOver[] = [],
): Promise<Blob> {
  const [width, height] = [size.width * SCALE, size.height * SCALE];
  const pdf = new PDFDocument({
    size: [width, height],
    margin: 0,
    // Its words are drawn already; no letters have to be fetched.
    font: '',
    compress: false,
    displayTitle: true,
    info: { Title: title, Creator: 'Nachweis' },
  });
  const chunks: Uint8Array<ArrayBuffer>[] = [];
  pdf.on('data', (chunk: Uint8Array<ArrayBuffer>) => chunks.push(chunk));
  const ended = new Promise<void>((resolve, reject) => {
    pdf.on('end', resolve);
    pdf.on('error', reject);
  });
  const objects = pdf as unknown as WithObjects;
  const whole = { x: 0, y: 0, ...size };
  for (const [i, { png: pixels, box }] of [{ png, box: whole }, ...over].entries()) {
    const bitmap = await createImageBitmap(pixels);
    const image = objects.ref({
      Type: 'XObject',
      Subtype: 'Image',
      Width: bitmap.width,
      Height: bitmap.height,
      BitsPerComponent: 8,
      ColorSpace: 'DeviceRGB',
      Filter: 'FlateDecode',
    });
    image.end(await deflated(pixelsOf(bitmap)));
    objects.page.xobjects[`Picture${i}`] = image;
    const at = { x: box.x * SCALE, y: (box.y + box.height) * SCALE };
    // The page counts downwards, a picture upwards (ISO 32000, 8.9.5).
    pdf.save().transform(box.width * SCALE, 0, 0, -box.height * SCALE, at.x, at.y);
    objects.addContent(`/Picture${i} Do`);
    pdf.restore();
  }
  const target = {
    object: (data: Record<string, unknown>) => objects.ref(data),
    addFont: (name: string, font: PdfObject) => {
      objects.page.fonts[name] = font;
    },
    write: (content: string) => objects.addContent(content),
  };
  layWords(target, words, SCALE, measureText);
  pdf.end();
  await ended;
  return new Blob(chunks, { type: 'application/pdf' });
}

/** Red, green and blue of each pixel; of the bitmap nothing is held afterwards. */
function pixelsOf(bitmap: ImageBitmap): Uint8Array<ArrayBuffer> {
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('No canvas to read the picture with.');
  // Paper, where it lets something through.
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const rgb = new Uint8Array(width * height * 3);
  for (let from = 0, to = 0; from < data.length; from += 4) {
    rgb[to++] = data[from] ?? 0;
    rgb[to++] = data[from + 1] ?? 0;
    rgb[to++] = data[from + 2] ?? 0;
  }
  return rgb;
}

/** As zlib does it (RFC 1950), which is what a PDF calls FlateDecode. */
async function deflated(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const stream = new Blob([bytes]).stream().pipeThrough(new CompressionStream('deflate'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}
