import { PNG_HEAD_BYTES } from '@nachweis/core';
import { type Remote, wrap } from 'comlink';
import type { ConvertWorker } from '../workers/convert.worker.ts';
import type { DocumentsWorker } from '../workers/documents.worker.ts';
import type { Incoming } from './incoming.ts';

/** A document whose pictures are to be chosen from. */
export interface OpenedDocument {
  fileName: string;
  title: string;
  pictures: Array<{ page: number | null; name: string; blob: Blob; rebuilt: boolean }>;
  notes: string[];
}

export interface Unpacked {
  pictures: Incoming[];
  documents: OpenedDocument[];
  refused: string[];
}

let converter: Remote<ConvertWorker> | null = null;
let reader: Remote<DocumentsWorker> | null = null;

function convertWorker(): Remote<ConvertWorker> {
  converter ??= wrap<ConvertWorker>(
    new Worker(new URL('../workers/convert.worker.ts', import.meta.url), { type: 'module' }),
  );
  return converter;
}

function documentsWorker(): Remote<DocumentsWorker> {
  reader ??= wrap<DocumentsWorker>(
    new Worker(new URL('../workers/documents.worker.ts', import.meta.url), { type: 'module' }),
  );
  return reader;
}

const startsWith = (head: Uint8Array, text: string) =>
  [...text].every((letter, i) => head[i] === letter.charCodeAt(0));
/** Documents larger than this are not read into memory. */
const MOST_DOCUMENT_BYTES = 200 * 1024 * 1024;

/** Sorts what comes in: documents are opened, TIFF and BMP become PNG, pictures go on as they are. */
export async function unpack(incoming: readonly Incoming[]): Promise<Unpacked> {
  const result: Unpacked = { pictures: [], documents: [], refused: [] };
  for (const one of incoming) {
    const head = new Uint8Array(await one.blob.slice(0, PNG_HEAD_BYTES).arrayBuffer());
    if (startsWith(head, 'II*\0') || startsWith(head, 'MM\0*')) await convert(one, 'tiff', result);
    else if (startsWith(head, 'BM')) await convert(one, 'bmp', result);
    else if (
      startsWith(head, 'PK\x03\x04') ||
      startsWith(head, '%PDF-') ||
      startsWith(head, '\xd0\xcf\x11\xe0')
    )
      await open(one, result);
    else result.pictures.push({ ...one, head });
  }
  return result;
}

async function convert(one: Incoming, kind: 'tiff' | 'bmp', result: Unpacked): Promise<void> {
  try {
    const { blob, done } = await convertWorker().toPng(one.blob, kind);
    const name = one.name.replace(/\.(tiff?|bmp)$/i, '.png');
    result.pictures.push({ ...one, blob, name, head: undefined, done: [...(one.done ?? []), done] });
  } catch {
    result.refused.push(
      `“${one.name || 'The picture'}” is a ${kind.toUpperCase()} that cannot be read. Save it as PNG and add that file.`,
    );
  }
}

async function open(one: Incoming, result: Unpacked): Promise<void> {
  const fileName = one.name || 'The document';
  if (one.blob.size > MOST_DOCUMENT_BYTES) {
    result.refused.push(
      `“${fileName}” is larger than 200 MB. Save the pages with the pictures as a document of their own.`,
    );
    return;
  }
  const read = await documentsWorker().read(one.blob, fileName);
  if (!read.ok) {
    result.refused.push(read.sentence);
    return;
  }
  result.documents.push({
    fileName,
    title: read.title || fileName,
    pictures: read.pictures.map(({ page, name, bytes, rebuilt }) => ({
      page,
      name,
      rebuilt,
      blob: new Blob([new Uint8Array(bytes)]),
    })),
    notes: read.notes,
  });
}
