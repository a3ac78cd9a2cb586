import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { CoreError } from '../errors.ts';
import { tell } from '../told/told.ts';
import {
  type DocumentNote,
  type DocumentPicture,
  type DocumentResult,
  refuseDocument,
} from './documentResult.ts';
import { type FetchDecoder, openPdf, picturesOf, pngOf } from './pdfDecoder.ts';

/**
 * Takes the pictures out of a PDF that is encrypted but opens without a password (ISO 32000-1, 7.6.3: the user password
 * is empty). Its bytes mean nothing until they are decrypted, so that a JPEG, too, comes as PNG.
 *
 * @param smallest sides of pictures that are meant, in pixels
 */
export async function readEncryptedPdf(
  bytes: Uint8Array,
  fileName: string,
  smallest: number,
  fetchDecoder: FetchDecoder,
): Promise<DocumentResult> {
  let pdf: PDFDocumentProxy;
  try {
    pdf = await openPdf(bytes, fetchDecoder);
  } catch (error) {
    const isProtected = error instanceof Error && error.name === 'PasswordException';
    return refuseDocument(isProtected ? 'protected' : 'broken', fileName);
  }
  // One after the other: letting go of a page's pictures would take them from whoever reads another one of it.
  let last: Promise<unknown> = Promise.resolve();
  const next = (read: () => Promise<Uint8Array>) => {
    const reading = last.then(read);
    last = reading.catch(() => null);
    return reading;
  };
  const pictures: DocumentPicture[] = [];
  const notes: DocumentNote[] = [];
  for (let number = 1; number <= pdf.numPages; number++) {
    try {
      const page = await pdf.getPage(number);
      for (const [at, { width, height }] of (await picturesOf(page)).entries())
        if (width >= smallest && height >= smallest)
          pictures.push({
            page: number,
            name: `page ${number} ${at + 1}.png`,
            bytes: () => next(() => pictureAt(page, at)),
            rebuilt: true,
          });
      page.cleanup();
    } catch {
      notes.push(tell('to-check', 'document-damaged', {}));
      break;
    }
  }
  if (pictures.length === 0) return refuseDocument(notes.length > 0 ? 'broken' : 'no-pictures', fileName);
  const { info } = await pdf.getMetadata();
  const title = (info as { Title?: unknown }).Title;
  return { ok: true, title: typeof title === 'string' ? title.trim() : '', pictures, notes };
}

/** Decodes a page's pictures once more, since they are let go of when they have been listed; each time under new ids. */
async function pictureAt(page: PDFPageProxy, at: number): Promise<Uint8Array> {
  try {
    const picture = (await picturesOf(page))[at];
    if (!picture) throw new CoreError('bad-raster', 'Pixels of the picture are missing.', {});
    return await pngOf(page, picture.id);
  } finally {
    page.cleanup();
  }
}
