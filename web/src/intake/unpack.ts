import type { Source } from '@nachweis/contract';
import { MAX_PICTURE_BYTES, PNG_HEAD_BYTES } from '@nachweis/core';
import { type Remote, wrap } from 'comlink';
import { toast } from '../ui/notices.ts';
import type { ConvertWorker } from '../workers/convert.worker.ts';
import type { DocumentsWorker } from '../workers/documents.worker.ts';
import type { Incoming } from './incoming.ts';

/** A document whose pictures are to be chosen from. */
export interface OpenedDocument {
  fileName: string;
  title: string;
  pictures: ListedPicture[];
  notes: string[];
  /** lets go of it; its pictures can be fetched no more */
  close(): void;
}

export interface ListedPicture {
  page: number | null;
  name: string;
  rebuilt: boolean;
  /** its file, the same each time; null when it is damaged */
  fetch(): Promise<Blob | null>;
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
/** What takes longer is said to be under way. */
const PATIENCE_MS = 400;
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
  result.pictures = await Promise.all(result.pictures.map(packed));
  return result;
}

/** Sources whose files are written here, so that another way of writing them loses nothing. */
const WRITTEN_HERE: readonly Source[] = ['screen-share', 'practice-desk', 'camera'];

const PACKING = 'packing';

/** What was taken here and is too large as PNG is kept as WebP: nobody can save it again in another way. */
async function packed(one: Incoming): Promise<Incoming> {
  if (one.blob.size <= MAX_PICTURE_BYTES || !WRITTEN_HERE.includes(one.source)) return one;
  toast.info('The picture is very large and is being packed …', { id: PACKING, duration: Infinity });
  try {
    const blob = await convertWorker().toLosslessWebp(one.blob);
    return {
      ...one,
      blob,
      head: undefined,
      done: [...(one.done ?? []), 'Kept as WebP without loss; as PNG it has more than 25 MB.'],
    };
  } catch {
    return one;
  } finally {
    toast.dismiss(PACKING);
  }
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
  const worker = documentsWorker();
  const said = setTimeout(
    () => toast.info(`Reading “${fileName}” …`, { id: fileName, duration: Infinity }),
    PATIENCE_MS,
  );
  const listed = await worker.open(one.blob, fileName).finally(() => {
    clearTimeout(said);
    toast.dismiss(fileName);
  });
  if (!listed.ok) {
    result.refused.push(listed.sentence);
    return;
  }
  const { id, title, notes } = listed;
  const pictures = listed.pictures.map((picture, index): ListedPicture => {
    let blob: Promise<Blob | null> | null = null;
    const fetch = () => {
      blob ??= worker.picture(id, index).then((bytes) => bytes && new Blob([bytes]));
      return blob;
    };
    return { ...picture, fetch };
  });
  result.documents.push({
    fileName,
    title: title || fileName,
    pictures,
    notes,
    close: () => void worker.close(id),
  });
}
