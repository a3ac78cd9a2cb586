import { encode } from 'fast-png';
import 'pdfjs-dist/legacy/build/pdf.worker.mjs';
import {
  getDocument,
  ImageKind,
  OPS,
  type PDFDocumentProxy,
  type PDFPageProxy,
  VerbosityLevel,
} from 'pdfjs-dist/legacy/build/pdf.mjs';
import { CoreError } from '../errors.ts';
import { MAX_PICTURE_PIXELS } from '../pictures/admitPicture.ts';

/** Gives one of pdf.js' decoders, compiled to WebAssembly, which lie beside its code: `openjpeg.wasm`, `jbig2.wasm`. */
export type FetchDecoder = (fileName: string) => Promise<Uint8Array>;

/** A picture as a page shows it. */
export interface ShownPicture {
  id: string;
  width: number;
  height: number;
}

/** What pdf.js has of a picture it has decoded. */
interface DecodedPicture {
  width: number;
  height: number;
  kind: number;
  data: Uint8Array | Uint8ClampedArray;
}

/**
 * Opens a PDF with pdf.js, in this thread: whoever reads documents has a thread of its own already. Nothing is fetched
 * but decoders, nothing is drawn, no code is made at run time.
 *
 * @throws Error named `PasswordException` when it needs a password, others when it is damaged
 */
export async function openPdf(bytes: Uint8Array, fetchDecoder: FetchDecoder): Promise<PDFDocumentProxy> {
  class Decoders {
    fetch({ filename }: { filename: string }): Promise<Uint8Array> {
      return fetchDecoder(filename);
    }
  }
  return getDocument({
    // A copy: what is handed over is gone for whoever had it.
    data: bytes.slice(),
    BinaryDataFactory: Decoders,
    maxImageSize: MAX_PICTURE_PIXELS,
    isEvalSupported: false,
    isOffscreenCanvasSupported: false,
    isImageDecoderSupported: false,
    useWorkerFetch: false,
    useSystemFonts: false,
    disableFontFace: true,
    verbosity: VerbosityLevel.ERRORS,
  }).promise;
}

/** The pictures that a page shows, each once, in the order in which they are painted. */
export async function picturesOf(page: PDFPageProxy): Promise<ShownPicture[]> {
  const { fnArray, argsArray } = await page.getOperatorList();
  const shown = new Map<string, ShownPicture>();
  fnArray.forEach((operator, at) => {
    if (operator !== OPS.paintImageXObject) return;
    const [id, width, height] = argsArray[at] as [string, number, number];
    shown.set(id, { id, width, height });
  });
  return [...shown.values()];
}

/**
 * One picture of a page as PNG, without loss beyond its own coding.
 * @throws CoreError `bad-raster` when its pixels cannot be read
 */
export async function pngOf(page: PDFPageProxy, id: string): Promise<Uint8Array> {
  const objects = id.startsWith('g_') ? page.commonObjs : page.objs;
  const decoded = await new Promise<DecodedPicture | null>((resolve) => objects.get(id, resolve));
  if (!decoded?.data) throw new CoreError('bad-raster', 'Pixels of the picture are missing.', {});
  const { width, height, kind, data } = decoded;
  const bytes = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
  const [channels, samples] =
    kind === ImageKind.GRAYSCALE_1BPP
      ? [1, levelsOfBits(bytes, width, height)]
      : kind === ImageKind.RGB_24BPP
        ? [3, bytes]
        : [4, bytes];
  if (samples.length < width * height * channels)
    throw new CoreError('bad-raster', 'Pixels of the picture are missing.', { width, height });
  return encode({ width, height, data: samples, channels, depth: 8 }, { zlib: { level: 1 } });
}

/** Bits, a row from each byte on, as levels: 1 is white. */
function levelsOfBits(bits: Uint8Array, width: number, height: number): Uint8Array {
  const rowBytes = (width + 7) >> 3;
  const levels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if ((bits[y * rowBytes + (x >> 3)] as number) & (0x80 >> (x & 7))) levels[y * width + x] = 255;
  return levels;
}
