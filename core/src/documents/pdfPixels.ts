import { Unzlib } from 'fflate';
import { decodePDFRawStream, PDFArray, PDFDict, PDFNumber, PDFRawStream } from 'pdf-lib';
import { CoreError } from '../errors.ts';
import { type ColourSpace, colourSpace } from './pdfColours.ts';
import { filtersOf, name, numberOf } from './pdfObjects.ts';

const DEPTHS: readonly number[] = [1, 2, 4, 8, 16];

/** Whether an image's samples can be read: its colours and its depth are known. */
export function canReadPixels(dict: PDFDict): boolean {
  return colourSpace(dict.lookup(name('ColorSpace'))) !== null && DEPTHS.includes(depthOf(dict));
}

const depthOf = (dict: PDFDict) => numberOf(dict, 'BitsPerComponent', 8);

/**
 * RGBA of an image whose samples are stored as such (ISO 32000-1, 8.9.5), 16 bits as 8, with its soft mask where that
 * has the same size.
 * @throws CoreError `bad-raster` when its colours are unknown or samples are missing
 */
export function readPixels(stream: PDFRawStream, width: number, height: number): Uint8ClampedArray {
  const { dict } = stream;
  const space = colourSpace(dict.lookup(name('ColorSpace')));
  if (!space) throw new CoreError('bad-raster', 'The colours of the picture are of an unknown kind.', {});
  const bits = depthOf(dict);
  const samples = unpredicted(
    undone(stream, bytesOf(width, height, space.components, bits)),
    dict,
    width,
    height,
    space.components,
    bits,
  );
  const rowBytes = Math.ceil((width * space.components * bits) / 8);
  if (samples.length < rowBytes * height)
    throw new CoreError('bad-raster', 'Pixels of the picture are missing.', { width, height });
  const out = new Uint8ClampedArray(width * height * 4);
  const row = new Uint8Array(width * space.components);
  const levels = levelsOf(dict, space, bits);
  for (let y = 0; y < height; y++) {
    unpackRow(samples, y * rowBytes, bits, row);
    for (let i = 0; i < row.length; i++)
      row[i] = (levels[i % space.components] as Uint8Array)[row[i] as number] as number;
    for (let x = 0; x < width; x++) {
      const at = (y * width + x) * 4;
      space.write(row, x * space.components, out, at);
      out[at + 3] = 255;
    }
  }
  const mask = dict.lookup(name('SMask'));
  if (mask instanceof PDFRawStream) addMask(out, mask, width, height);
  return out;
}

/** The samples of one row, one in each place; of 16 bits the higher 8. */
function unpackRow(samples: Uint8Array, start: number, bits: number, row: Uint8Array): void {
  if (bits === 8) row.set(samples.subarray(start, start + row.length));
  else if (bits === 16) for (let i = 0; i < row.length; i++) row[i] = samples[start + 2 * i] as number;
  else {
    const most = 2 ** bits - 1;
    for (let i = 0; i < row.length; i++) {
      const bit = i * bits;
      row[i] = ((samples[start + (bit >> 3)] as number) >> (8 - bits - (bit & 7))) & most;
    }
  }
}

/** For each component, the level 0 to 255 that a sample stands for, by the image's Decode array (8.9.5.2). */
function levelsOf(dict: PDFDict, space: ColourSpace, bits: number): Uint8Array[] {
  const most = 2 ** Math.min(bits, 8) - 1;
  const decode = dict.lookup(name('Decode'));
  return Array.from({ length: space.components }, (_, component) => {
    const [low, high] = [0, 1].map((end) => {
      const value = decode instanceof PDFArray ? decode.lookup(2 * component + end) : undefined;
      return value instanceof PDFNumber ? value.asNumber() : space.palette ? end * most : end;
    }) as [number, number];
    const times = space.palette ? 1 : 255;
    return Uint8Array.from({ length: most + 1 }, (_, sample) =>
      Math.round((low + (sample / most) * (high - low)) * times),
    );
  });
}

function addMask(out: Uint8ClampedArray, mask: PDFRawStream, width: number, height: number): void {
  const sameSize = numberOf(mask.dict, 'Width', 0) === width && numberOf(mask.dict, 'Height', 0) === height;
  if (!sameSize || depthOf(mask.dict) !== 8 || filtersOf(mask.dict).includes('DCTDecode')) return;
  const alpha = unpredicted(undone(mask, bytesOf(width, height, 1, 8)), mask.dict, width, height, 1, 8);
  for (let i = 0; i < width * height; i++) out[i * 4 + 3] = alpha[i] ?? 255;
}

/** Compressed bytes that are undone at a time. */
const PIECE = 1 << 16;

/**
 * What a stream holds with its filters undone, as far as it goes where it is cut off, and no more than its picture can
 * need: a few kilobytes can claim to hold terabytes.
 */
function undone(stream: PDFRawStream, most: number): Uint8Array {
  const filters = filtersOf(stream.dict);
  if (filters.length !== 1 || filters[0] !== 'FlateDecode')
    return decodePDFRawStream(stream).decode().subarray(0, most);
  const out = new Uint8Array(most);
  let length = 0;
  const unzlib = new Unzlib((chunk) => {
    const part = chunk.subarray(0, most - length);
    out.set(part, length);
    length += part.length;
  });
  const { contents } = stream;
  try {
    for (let at = 0; at < contents.length && length < most; at += PIECE)
      unzlib.push(contents.subarray(at, at + PIECE), at + PIECE >= contents.length);
  } catch {
    // Damaged from here on.
  }
  return out.subarray(0, length);
}

/** Bytes of samples, with a byte more in each row for PNG's predictors. */
const bytesOf = (width: number, height: number, components: number, bits: number) =>
  (Math.ceil((width * components * bits) / 8) + 1) * height;

/** Undoes the PNG predictors (ISO 32000-1, 7.4.4.4; W3C PNG section 9) or TIFF's predictor 2 at 8 bits. */
function unpredicted(
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
    const from = predictor === 2 ? y * rowBytes : y * (rowBytes + 1) + 1;
    const filter = predictor === 2 ? SUB : (data[from - 1] as number);
    out.set(data.subarray(from, from + rowBytes), y * rowBytes);
    unfilterRow(out, y * rowBytes, rowBytes, pixelBytes, filter);
  }
  return out;
}

const [SUB, UP, AVERAGE, PAETH] = [1, 2, 3, 4] as const;

/** Undoes the filter of one row in place; the row before it is done already. */
function unfilterRow(out: Uint8Array, start: number, length: number, pixel: number, filter: number): void {
  const above = start - length;
  const left = (i: number) => (i >= pixel ? (out[start + i - pixel] as number) : 0);
  const up = (i: number) => (above >= 0 ? (out[above + i] as number) : 0);
  const corner = (i: number) => (above >= 0 && i >= pixel ? (out[above + i - pixel] as number) : 0);
  for (let i = 0; i < length; i++) {
    const at = start + i;
    if (filter === SUB) out[at] = (out[at] as number) + left(i);
    else if (filter === UP) out[at] = (out[at] as number) + up(i);
    else if (filter === AVERAGE) out[at] = (out[at] as number) + ((left(i) + up(i)) >> 1);
    else if (filter === PAETH) out[at] = (out[at] as number) + paeth(left(i), up(i), corner(i));
  }
}

function paeth(left: number, up: number, corner: number): number {
  const guess = left + up - corner;
  const a = Math.abs(guess - left);
  const b = Math.abs(guess - up);
  const c = Math.abs(guess - corner);
  return a <= b && a <= c ? left : b <= c ? up : corner;
}
