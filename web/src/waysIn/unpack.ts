import type { Source } from '@nachweis/contract';
import { MAX_PICTURE_BYTES, PNG_HEAD_BYTES } from '@nachweis/core';
import type { Incoming } from './incoming.ts';
import type { OpenedDocument } from './openDocument.ts';
import { type Arrived, arrived } from './waiting.ts';

export interface Unpacked {
  pictures: Arrived[];
  documents: OpenedDocument[];
  refused: string[];
}

const startsWith = (head: Uint8Array, text: string) =>
  [...text].every((letter, i) => head[i] === letter.charCodeAt(0));

/** What has to be done with some before they are pictures to take in; its code comes when it is needed. */
async function waysToUnpack() {
  const [{ openDocument }, { convert, pack }] = await Promise.all([
    import('./openDocument.ts'),
    import('./convert.ts'),
  ]);
  return { openDocument, convert, pack };
}

/** Sources whose files are written here, so that another way of writing them loses nothing. */
const WRITTEN_HERE: readonly Source[] = ['screen-share', 'practice-desk', 'camera'];

/** Sorts what comes in: documents are opened, TIFF and BMP become PNG, pictures go on as they are. */
export async function unpack(all: readonly Arrived[]): Promise<Unpacked> {
  const result: Unpacked = { pictures: [], documents: [], refused: [] };
  for (const arrival of all) {
    const one = arrival.incoming;
    const as = (incoming: Incoming): Arrived => ({ ...arrival, incoming });
    const head = new Uint8Array(await one.blob.slice(0, PNG_HEAD_BYTES).arrayBuffer());
    const kind = kindOf(head);
    const tooLarge = one.blob.size > MAX_PICTURE_BYTES && WRITTEN_HERE.includes(one.source);
    if (kind === 'picture' && !tooLarge) {
      result.pictures.push(as({ ...one, head }));
      continue;
    }
    try {
      const { openDocument, convert, pack } = await waysToUnpack();
      if (kind === 'document') await openDocument(one, result);
      else if (kind === 'picture') result.pictures.push(await rekept(arrival, await pack(one)));
      else {
        const converted = await convert(one, kind, result);
        if (converted) result.pictures.push(await rekept(arrival, converted));
      }
    } catch {
      if (kind === 'picture') {
        // It was taken here and cannot be added again: what is said of it is that it is too large.
        result.pictures.push(as({ ...one, head }));
        continue;
      }
      // A browser does not fetch again, in the same page, code that it could not fetch once.
      result.refused.push(
        `“${one.name || 'The file'}” cannot be opened while the server is away. Reload the page when it is back, and add it again.`,
      );
    }
  }
  return result;
}

/** What was written anew is kept in its new form; the old one goes with the arrival. */
async function rekept(before: Arrived, incoming: Incoming): Promise<Arrived> {
  return incoming === before.incoming ? before : arrived(before.document.personId, incoming);
}

function kindOf(head: Uint8Array): 'picture' | 'document' | 'tiff' | 'bmp' {
  if (startsWith(head, 'II*\0') || startsWith(head, 'MM\0*')) return 'tiff';
  if (startsWith(head, 'BM')) return 'bmp';
  const packages = ['PK\x03\x04', '%PDF-', '\xd0\xcf\x11\xe0'];
  return packages.some((start) => startsWith(head, start)) ? 'document' : 'picture';
}
