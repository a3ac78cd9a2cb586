import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  type PDFObject,
  PDFObjectCopier,
  PDFRawStream,
  PDFString,
} from 'pdf-lib';
import { CoreError } from '../errors.ts';
import { MAX_PICTURE_PIXELS } from '../pictures/admitPicture.ts';
import { tell } from '../told/told.ts';
import {
  type DocumentNote,
  type DocumentPicture,
  type DocumentResult,
  refuseDocument,
} from './documentResult.ts';
import type { FetchDecoder } from './pdfDecoder.ts';

/** Forms can hold forms; a document that nests deeper is built to do harm. */
const DEEPEST = 6;
/** Smaller pictures are bullets and rules. */
const SMALLEST = 16;

const name = (text: string): PDFName => PDFName.of(text);

/**
 * Takes the pictures out of a PDF (ISO 32000-1, 8.9.5 image dictionaries). A JPEG comes as it is in the file, which is
 * why the file is read here; every other coding is decoded by pdf.js and comes as PNG.
 */
export async function readPdf(
  bytes: Uint8Array,
  fileName: string,
  fetchDecoder: FetchDecoder,
): Promise<DocumentResult> {
  let pdf: PDFDocument;
  try {
    pdf = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: true });
  } catch (error) {
    if (!/encrypted/i.test(String(error))) return refuseDocument('broken', fileName);
    const { readEncryptedPdf } = await import('./encryptedPdf.ts');
    return readEncryptedPdf(bytes, fileName, SMALLEST, fetchDecoder);
  }
  let pictures: DocumentPicture[] = [];
  const notes: DocumentNote[] = [];
  const streams = new Map<DocumentPicture, PDFRawStream>();
  /** what makes other pictures see-through is no picture */
  const masks = new Set<PDFObject | undefined>();
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
        masks.add(object.dict.lookup(name('SMask'))).add(object.dict.lookup(name('Mask')));
        const picture = readImage(pdf, object, {
          label: `page ${page} ${key.decodeText()}`,
          page,
          fetchDecoder,
        });
        if (picture && 'code' in picture) notes.push(picture);
        else if (picture) {
          pictures.push(picture);
          streams.set(picture, object);
        }
      }
    }
  };
  try {
    let page = 0;
    for (const resources of resourcesOfPages(pdf)) look(resources, ++page, 0);
  } catch {
    if (pictures.length === 0) return refuseDocument('broken', fileName);
    notes.push(tell('to-check', 'document-damaged', {}));
  }
  pictures = pictures.filter((picture) => !masks.has(streams.get(picture)));
  if (pictures.length === 0 && notes.length === 0) return refuseDocument('no-pictures', fileName);
  return { ok: true, title: titleOf(pdf), pictures, notes };
}

/**
 * The resources of every page, in order; a page without any has those of the node above it (ISO 32000-1, 7.7.3.4).
 * Each node is read once: a tree whose branches lead to the same nodes again would have more pages than there is time.
 */
function* resourcesOfPages(pdf: PDFDocument): Generator<PDFDict | undefined> {
  const seen = new Set<PDFObject>();
  const root = pdf.catalog.lookup(name('Pages'));
  const waiting: Array<{ node: PDFObject | undefined; inherited: PDFDict | undefined }> = [
    { node: root, inherited: undefined },
  ];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, inherited } = next;
    if (!(node instanceof PDFDict) || seen.has(node)) continue;
    seen.add(node);
    const own = node.lookup(name('Resources'));
    const resources = own instanceof PDFDict ? own : inherited;
    const kids = node.lookup(name('Kids'));
    if (!(kids instanceof PDFArray)) yield resources;
    else
      for (let i = kids.size() - 1; i >= 0; i--) waiting.push({ node: kids.lookup(i), inherited: resources });
  }
}

function titleOf(pdf: PDFDocument): string {
  const info = pdf.context.lookup(pdf.context.trailerInfo.Info);
  const title = info instanceof PDFDict ? info.lookup(name('Title')) : undefined;
  return title instanceof PDFString || title instanceof PDFHexString ? title.decodeText().trim() : '';
}

function numberOf(dict: PDFDict, key: string): number {
  const value = dict.lookup(name(key));
  return value instanceof PDFNumber ? value.asNumber() : 0;
}

/** Whether its file is in the document as such. */
function isPlainJpeg(dict: PDFDict): boolean {
  const filter = dict.lookup(name('Filter'));
  const jpeg = name('DCTDecode');
  return filter === jpeg || (filter instanceof PDFArray && filter.size() === 1 && filter.lookup(0) === jpeg);
}

/** @returns null for what is too small to be meant; a note for what is too large to be read */
function readImage(
  pdf: PDFDocument,
  stream: PDFRawStream,
  { label, page, fetchDecoder }: { label: string; page: number; fetchDecoder: FetchDecoder },
): DocumentPicture | DocumentNote | null {
  const width = numberOf(stream.dict, 'Width');
  const height = numberOf(stream.dict, 'Height');
  if (width < SMALLEST || height < SMALLEST) return null;
  if (width * height > MAX_PICTURE_PIXELS)
    return tell('to-check', 'picture-too-large', { page, width, height });
  if (isPlainJpeg(stream.dict))
    return { page, name: `${label}.jpg`, bytes: async () => stream.contents, rebuilt: false };
  return { page, name: `${label}.png`, bytes: () => decoded(pdf, stream, fetchDecoder), rebuilt: true };
}

/** Decodes one picture, from a document in which it is alone: what else a page holds costs nothing, and does no harm. */
async function decoded(
  pdf: PDFDocument,
  stream: PDFRawStream,
  fetchDecoder: FetchDecoder,
): Promise<Uint8Array> {
  const { openPdf, picturesOf, pngOf } = await import('./pdfDecoder.ts');
  const alone = await PDFDocument.create({ updateMetadata: false });
  const page = alone.addPage();
  const copy = PDFObjectCopier.for(pdf.context, alone.context).copy(stream);
  page.node.setXObject(name('Picture'), alone.context.register(copy));
  page.node.set(name('Contents'), alone.context.register(alone.context.stream('/Picture Do')));
  const opened = await openPdf(await alone.save({ useObjectStreams: false }), fetchDecoder);
  try {
    const shown = await opened.getPage(1);
    const [picture] = await picturesOf(shown);
    if (!picture) throw new CoreError('bad-raster', 'Pixels of the picture are missing.', {});
    return await pngOf(shown, picture.id);
  } finally {
    await opened.loadingTask.destroy();
  }
}
