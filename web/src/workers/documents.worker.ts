import { type DocumentResult, readDocument } from '@nachweis/core/documents';
import { expose } from 'comlink';

/** Unpacks documents off the page. */
const api = {
  async read(blob: Blob, fileName: string): Promise<DocumentResult> {
    return readDocument(new Uint8Array(await blob.arrayBuffer()), fileName);
  },
};

export type DocumentsWorker = typeof api;

expose(api);
