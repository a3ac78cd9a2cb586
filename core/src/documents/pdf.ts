import { encode } from 'fast-png';
import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  type PDFObject,
  PDFRawStream,
  PDFString,
} from 'pdf-lib';
import { MAX_PICTURE_PIXELS } from '../pictures/admitPicture.ts';
import { tell } from '../told/told.ts';
import {
  type DocumentNote,
  type DocumentPicture,
  type DocumentResult,
  refuseDocument,
} from './documentResult.ts';
import { filtersOf, name, numberOf } from './pdfObjects.ts';
import { canReadPixels, readPixels } from './pdfPixels.ts';

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
        const picture = readImage(object, `page ${page} ${key.decodeText()}`, page);
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

/** @returns null for what is too small to be meant; a note for what cannot be read */
function readImage(stream: PDFRawStream, label: string, page: number): DocumentPicture | DocumentNote | null {
  const { dict } = stream;
  const width = numberOf(dict, 'Width', 0);
  const height = numberOf(dict, 'Height', 0);
  if (width < SMALLEST || height < SMALLEST) return null;
  if (width * height > MAX_PICTURE_PIXELS)
    return tell('to-check', 'picture-too-large', { page, width, height });
  const filters = filtersOf(dict);
  const last = filters.at(-1);
  if (last === 'DCTDecode' && filters.length === 1)
    return { page, name: `${label}.jpg`, bytes: () => stream.contents, rebuilt: false };
  if (last === 'JPXDecode' || last === 'CCITTFaxDecode' || last === 'JBIG2Decode' || last === 'DCTDecode')
    return tell('to-check', 'coding-not-read', { page, coding: last });
  if (!canReadPixels(dict)) return tell('to-check', 'colours-not-read', { page });
  const bytes = () =>
    encode(
      { width, height, data: readPixels(stream, width, height), channels: 4, depth: 8 },
      { zlib: { level: 1 } },
    );
  return { page, name: `${label}.png`, bytes, rebuilt: true };
}
