import { type DocumentPicture, type DocumentResult, readDocument } from '@nachweis/core/documents';
import { expose, transfer } from 'comlink';
import jbig2 from 'pdfjs-dist/wasm/jbig2.wasm?url';
import openjpeg from 'pdfjs-dist/wasm/openjpeg.wasm?url';

type Opened = Extract<DocumentResult, { ok: true }>;

/** A document as it is listed; its pictures are fetched one by one. */
export type Listed =
  | (Omit<Opened, 'pictures'> & { id: number; pictures: Array<Omit<DocumentPicture, 'bytes'>> })
  | Exclude<DocumentResult, { ok: true }>;

const opened = new Map<number, DocumentPicture[]>();
let nextId = 1;

const DECODERS: Readonly<Record<string, string>> = { 'jbig2.wasm': jbig2, 'openjpeg.wasm': openjpeg };

async function fetchDecoder(fileName: string): Promise<Uint8Array> {
  const response = await fetch(DECODERS[fileName] ?? '');
  if (!response.ok) throw new Error(`${fileName} cannot be fetched: ${response.status}`);
  return new Uint8Array(await response.arrayBuffer());
}

/** Unpacks documents off the page. */
const api = {
  async open(blob: Blob, fileName: string): Promise<Listed> {
    const result = await readDocument(new Uint8Array(await blob.arrayBuffer()), fileName, fetchDecoder);
    if (!result.ok) return result;
    const id = nextId++;
    opened.set(id, result.pictures);
    const pictures = result.pictures.map(({ page, name, rebuilt }) => ({ page, name, rebuilt }));
    return { ...result, id, pictures };
  },

  /** @returns null when its pixels are damaged */
  async picture(id: number, index: number): Promise<Uint8Array<ArrayBuffer> | null> {
    try {
      const bytes = await opened.get(id)?.[index]?.bytes();
      if (!bytes) return null;
      const own = new Uint8Array(bytes);
      return transfer(own, [own.buffer]);
    } catch {
      return null;
    }
  },

  close(id: number): void {
    opened.delete(id);
  },
};

export type DocumentsWorker = typeof api;

expose(api);
