import type { DocumentNote } from '@nachweis/core/documents';
import { toast } from '../ui/notices.ts';
import { sentence } from '../words/told.ts';
import type { DocumentsWorker, Listed } from '../workers/documents.worker.ts';
import { onDemand } from '../workers/onDemand.ts';
import type { Incoming } from './incoming.ts';
import type { Unpacked } from './unpack.ts';

/** A document whose pictures are to be chosen from. */
export interface OpenedDocument {
  fileName: string;
  title: string;
  pictures: ListedPicture[];
  notes: DocumentNote[];
  /** lets go of it; its pictures can be fetched no more */
  close(): void;
}

export interface ListedPicture {
  page: number | null;
  name: string;
  rebuilt: boolean;
  /** its file, the same each time; null when it is damaged. Never rejects. */
  fetch(): Promise<Blob | null>;
}

type Bytes = Uint8Array<ArrayBuffer>;

/** What takes longer is said to be under way. */
const PATIENCE_MS = 400;
/** Documents larger than this are not read into memory. */
const MOST_DOCUMENT_BYTES = 200 * 1024 * 1024;

/** A document, or one of its pictures, that takes longer is given up. */
const MOST_MS = 30_000;

/** A worker for one document: what takes long in one holds up no other, and it ends when the document is closed. */
function startReader() {
  let thread: Worker | null = null;
  let ended = false;
  const ask = onDemand<DocumentsWorker>(() => {
    thread = new Worker(new URL('../workers/documents.worker.ts', import.meta.url), { type: 'module' });
    return thread;
  });
  const end = () => {
    ended = true;
    thread?.terminate();
  };
  const within: typeof ask = async (question) => {
    if (ended) throw new TookTooLong();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        end();
        reject(new TookTooLong());
      }, MOST_MS);
    });
    return Promise.race([ask(question), late]).finally(() => clearTimeout(timer));
  };
  return { ask: within, end };
}

class TookTooLong extends Error {}

/** Lists a document's pictures, or says why that cannot be. @throws WorkerMissing */
export async function openDocument(one: Incoming, result: Unpacked): Promise<void> {
  const fileName = one.name || 'The document';
  if (one.blob.size > MOST_DOCUMENT_BYTES) {
    result.refused.push(
      `“${fileName}” is larger than 200 MB. Save the pages with the pictures as a document of their own.`,
    );
    return;
  }
  const said = setTimeout(
    () => toast.info(`Reading “${fileName}” …`, { id: fileName, duration: Infinity }),
    PATIENCE_MS,
  );
  const reader = startReader();
  const listed = await reader
    .ask((api): Promise<Listed> => api.open(one.blob, fileName))
    .catch((error: unknown) => {
      reader.end();
      if (!(error instanceof TookTooLong)) throw error;
      return null;
    })
    .finally(() => {
      clearTimeout(said);
      toast.dismiss(fileName);
    });
  if (!listed) {
    result.refused.push(
      `“${fileName}” took too long to read. Copy the picture in its program and paste it here.`,
    );
    return;
  }
  if (!listed.ok) {
    reader.end();
    result.refused.push(sentence(listed.refusal));
    return;
  }
  const { id, title, notes } = listed;
  const pictures = listed.pictures.map((picture, index): ListedPicture => {
    let blob: Promise<Blob | null> | null = null;
    const fetch = () => {
      blob ??= reader
        .ask((api): Promise<Bytes | null> => api.picture(id, index))
        .then(
          (bytes) => bytes && new Blob([bytes]),
          () => null,
        );
      return blob;
    };
    return { ...picture, fetch };
  });
  result.documents.push({
    fileName,
    title: title || fileName,
    pictures,
    notes,
    close: reader.end,
  });
}
