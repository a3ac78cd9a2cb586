import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** The decoders that come with pdf.js, from its package. */
export const fetchDecoder = async (fileName: string): Promise<Uint8Array> =>
  new Uint8Array(await readFile(require.resolve(`pdfjs-dist/wasm/${fileName}`)));
