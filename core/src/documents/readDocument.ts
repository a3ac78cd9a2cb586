import { type DocumentResult, isNamedDocument, refuseDocument } from './documentResult.ts';
import { readPackage } from './packages.ts';
import type { FetchDecoder } from './pdfDecoder.ts';

const startsWith = (bytes: Uint8Array, signature: readonly number[]) =>
  signature.every((byte, i) => bytes[i] === byte);

const ZIP = [0x50, 0x4b, 0x03, 0x04];
const PDF = [0x25, 0x50, 0x44, 0x46, 0x2d];
/** The compound file that Office wraps a protected document in, and that .doc and .ppt are (MS-CFB 2.2). */
const COMPOUND = [0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1];

/**
 * Lists the pictures in a document. The content decides what it is, not the name.
 * @param fileName as the person knows it; for the sentences
 * @param fetchDecoder asked only for pictures in JPEG 2000 and JBIG2
 */
export async function readDocument(
  bytes: Uint8Array,
  fileName: string,
  fetchDecoder: FetchDecoder,
): Promise<DocumentResult> {
  if (startsWith(bytes, PDF)) {
    // What reads them is large, and needed for them alone.
    const { readPdf } = await import('./pdf.ts');
    return readPdf(bytes, fileName, fetchDecoder);
  }
  if (startsWith(bytes, ZIP)) return readPackage(bytes, fileName);
  if (startsWith(bytes, COMPOUND)) {
    return /\.(doc|ppt|xls)$/i.test(fileName)
      ? refuseDocument('not-a-document', fileName)
      : refuseDocument('protected', fileName);
  }
  return refuseDocument(isNamedDocument(fileName) ? 'broken' : 'not-a-document', fileName);
}
