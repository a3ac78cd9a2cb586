import { encode } from 'fast-png';
import {
  decodePDFRawStream,
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  type PDFObject,
  PDFRawStream,
  PDFString,
} from 'pdf-lib';
import { type DocumentPicture, type DocumentResult, refuseDocument } from './documentResult.ts';

const name = (text: string) => PDFName.of(text);
/** Forms can hold forms; a document that nests deeper is built to do harm. */
const DEEPEST = 6;
/** Smaller pictures are bullets and rules. */
const SMALLEST = 16;

/** Takes the pictures out of a PDF (ISO 32000-1, 8.9.5 image dictionaries): JPEG as it is, others rebuilt as PNG. */
export async function readPdf(bytes: Uint8Array, fileName: string): Promise<DocumentResult> {
  let pdf: PDFDocument;
  try {
    pdf = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: true });
  } catch (error) {
    return refuseDocument(/encrypted/i.test(String(error)) ? 'protected' : 'broken', fileName);
  }
  const pictures: DocumentPicture[] = [];
  const notes = new Set<string>();
  const seen = new Set<PDFObject>();
  const look = (resources: PDFDict | undefined, page: number, depth: number) => {
    const objects = resources?.lookup(name('XObject'));
    if (!(objects instanceof PDFDict) || depth > DEEPEST) return;
    for (const [key] of objects.entries()) {
      const object = objects.lookup(key);
      if (!(object instanceof PDFRawStream) || seen.has(object)) continue;
      seen.add(object);
      const kind = object.dict.lookup(name('Subtype'));
      if (kind === name('Form')) {
        const inner = object.dict.lookup(name('Resources'));
        look(inner instanceof PDFDict ? inner : undefined, page, depth + 1);
      } else if (kind === name('Image')) {
        const picture = readImage(object, `page ${page} ${key.decodeText()}`, page);
        if (typeof picture === 'string') notes.add(picture);
        else if (picture) pictures.push(picture);
      }
    }
  };
  try {
    for (const [index, page] of pdf.getPages().entries()) look(page.node.Resources(), index + 1, 0);
  } catch {
    if (pictures.length === 0) return refuseDocument('broken', fileName);
    notes.add('The document is damaged; there may be more pictures in it than are listed.');
  }
  if (pictures.length === 0 && notes.size === 0) return refuseDocument('no-pictures', fileName);
  return { ok: true, title: titleOf(pdf), pictures, notes: [...notes] };
}

function titleOf(pdf: PDFDocument): string {
  const info = pdf.context.lookup(pdf.context.trailerInfo.Info);
  const title = info instanceof PDFDict ? info.lookup(name('Title')) : undefined;
  return title instanceof PDFString || title instanceof PDFHexString ? title.decodeText().trim() : '';
}

const numberOf = (dict: PDFDict, key: string, otherwise: number) => {
  const value = dict.lookup(name(key));
  return value instanceof PDFNumber ? value.asNumber() : otherwise;
};

/** @returns null for what is too small to be meant; a sentence for what cannot be read */
function readImage(stream: PDFRawStream, label: string, page: number): DocumentPicture | string | null {
  const { dict } = stream;
  const width = numberOf(dict, 'Width', 0);
  const height = numberOf(dict, 'Height', 0);
  if (width < SMALLEST || height < SMALLEST) return null;
  const filters = filtersOf(dict);
  const last = filters.at(-1);
  if (last === 'DCTDecode' && filters.length === 1)
    return { page, name: `${label}.jpg`, bytes: stream.contents, rebuilt: false };
  if (last === 'JPXDecode' || last === 'CCITTFaxDecode' || last === 'JBIG2Decode' || last === 'DCTDecode')
    return `A picture on page ${page} is stored in a way that cannot be read (${last}). Copy it in its program and paste it.`;
  const pixels = readPixels(stream, width, height);
  if (!pixels)
    return `A picture on page ${page} uses colours that cannot be read. Copy it in its program and paste it.`;
  const bytes = encode({ width, height, data: pixels, channels: 4, depth: 8 });
  return { page, name: `${label}.png`, bytes, rebuilt: true };
}

function filtersOf(dict: PDFDict): string[] {
  const filter = dict.lookup(name('Filter'));
  if (filter instanceof PDFName) return [filter.decodeText()];
  if (filter instanceof PDFArray)
    return filter.asArray().map((f) => (f instanceof PDFName ? f.decodeText() : ''));
  return [];
}

/** RGBA of an image whose samples are stored as such; null where its colours are of an unknown kind. */
function readPixels(stream: PDFRawStream, width: number, height: number): Uint8ClampedArray | null {
  const { dict } = stream;
  const bits = numberOf(dict, 'BitsPerComponent', 8);
  const space = colourSpace(dict.lookup(name('ColorSpace')));
  if (!space || ![1, 2, 4, 8].includes(bits)) return null;
  const samples = unpredict(decodePDFRawStream(stream).decode(), dict, width, height, space.components, bits);
  const rowBytes = Math.ceil((width * space.components * bits) / 8);
  if (samples.length < rowBytes * height) return null;
  const out = new Uint8ClampedArray(width * height * 4);
  const most = 2 ** bits - 1;
  const read = (x: number, y: number, component: number) => {
    const bit = (x * space.components + component) * bits;
    const byte = samples[y * rowBytes + (bit >> 3)] as number;
    return (byte >> (8 - bits - (bit & 7))) & most;
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const values = Array.from({ length: space.components }, (_, c) =>
        space.palette ? read(x, y, c) : (read(x, y, c) / most) * 255,
      );
      out.set([...space.toRgb(values), 255], (y * width + x) * 4);
    }
  }
  const mask = dict.lookup(name('SMask'));
  if (mask instanceof PDFRawStream) addMask(out, mask, width, height);
  return out;
}

function addMask(out: Uint8ClampedArray, mask: PDFRawStream, width: number, height: number): void {
  const sameSize = numberOf(mask.dict, 'Width', 0) === width && numberOf(mask.dict, 'Height', 0) === height;
  if (
    !sameSize ||
    numberOf(mask.dict, 'BitsPerComponent', 8) !== 8 ||
    filtersOf(mask.dict).includes('DCTDecode')
  )
    return;
  const alpha = unpredict(decodePDFRawStream(mask).decode(), mask.dict, width, height, 1, 8);
  for (let i = 0; i < width * height; i++) out[i * 4 + 3] = alpha[i] ?? 255;
}

interface ColourSpace {
  components: number;
  palette: boolean;
  toRgb(values: readonly number[]): [number, number, number];
}

const GREY: ColourSpace = { components: 1, palette: false, toRgb: ([v = 0]) => [v, v, v] };
const RGB: ColourSpace = { components: 3, palette: false, toRgb: ([r = 0, g = 0, b = 0]) => [r, g, b] };
/** The plain conversion of ISO 32000-1, 10.3.5: no profile, no black generation. */
const CMYK: ColourSpace = {
  components: 4,
  palette: false,
  toRgb: ([c = 0, m = 0, y = 0, k = 0]) => [
    255 - Math.min(255, c + k),
    255 - Math.min(255, m + k),
    255 - Math.min(255, y + k),
  ],
};

function colourSpace(object: PDFObject | undefined): ColourSpace | null {
  if (object instanceof PDFName) {
    const plain: Record<string, ColourSpace> = {
      DeviceGray: GREY,
      DeviceRGB: RGB,
      DeviceCMYK: CMYK,
      CalRGB: RGB,
      CalGray: GREY,
    };
    return plain[object.decodeText()] ?? null;
  }
  if (!(object instanceof PDFArray)) return null;
  const kind = object.lookup(0);
  if (kind === name('CalRGB')) return RGB;
  if (kind === name('CalGray')) return GREY;
  if (kind === name('ICCBased')) {
    const profile = object.lookup(1);
    const components = profile instanceof PDFRawStream ? numberOf(profile.dict, 'N', 0) : 0;
    return [GREY, RGB, CMYK].find((space) => space.components === components) ?? null;
  }
  if (kind !== name('Indexed')) return null;
  const base = colourSpace(object.lookup(1));
  const table = object.lookup(3);
  const entries =
    table instanceof PDFRawStream
      ? decodePDFRawStream(table).decode()
      : table instanceof PDFString || table instanceof PDFHexString
        ? table.asBytes()
        : null;
  if (!base || !entries) return null;
  return {
    components: 1,
    palette: true,
    toRgb: ([index = 0]) =>
      base.toRgb([...entries.slice(index * base.components, (index + 1) * base.components)]),
  };
}

/** Undoes the PNG predictors (ISO 32000-1, 7.4.4.4; W3C PNG section 9) or TIFF's predictor 2 at 8 bits. */
function unpredict(
  data: Uint8Array,
  dict: PDFDict,
  width: number,
  height: number,
  components: number,
  bits: number,
): Uint8Array {
  const given = dict.lookup(name('DecodeParms'));
  const parms = given instanceof PDFArray ? given.lookup(0) : given;
  const predictor = parms instanceof PDFDict ? numberOf(parms, 'Predictor', 1) : 1;
  if (predictor < 2) return data;
  const rowBytes = Math.ceil((width * components * bits) / 8);
  const pixelBytes = Math.max(1, (components * bits) >> 3);
  const out = new Uint8Array(rowBytes * height);
  for (let y = 0; y < height; y++) {
    const filter = predictor === 2 ? 1 : (data[y * (rowBytes + 1)] as number);
    const from = predictor === 2 ? y * rowBytes : y * (rowBytes + 1) + 1;
    for (let i = 0; i < rowBytes; i++) {
      const left = i >= pixelBytes ? (out[y * rowBytes + i - pixelBytes] as number) : 0;
      const up = y > 0 ? (out[(y - 1) * rowBytes + i] as number) : 0;
      const corner = y > 0 && i >= pixelBytes ? (out[(y - 1) * rowBytes + i - pixelBytes] as number) : 0;
      const guess = [0, left, up, (left + up) >> 1, paeth(left, up, corner)][filter] ?? 0;
      out[y * rowBytes + i] = (data[from + i] as number) + guess;
    }
  }
  return out;
}

function paeth(left: number, up: number, corner: number): number {
  const guess = left + up - corner;
  const [a, b, c] = [Math.abs(guess - left), Math.abs(guess - up), Math.abs(guess - corner)];
  return a <= b && a <= c ? left : b <= c ? up : corner;
}
