import type { Writable } from 'node:stream';
import { Zip, ZipPassThrough } from 'fflate';
import { BlobMissing, type BlobStore } from '../blobs/blobStore.ts';
import { readFurther } from './readFurther.ts';

/** A file of an archive: its name in it, and where its bytes come from. */
export interface Entry {
  name: string;
  sha256?: string;
  text?: string;
  bytes?: Uint8Array;
}

/** Stands in the place of a file that is not on the disk any more: one of a class's does not keep back the others. */
const MISSING = 'This file is missing on the disk of the server. Tell whoever runs it.\n';
const missing = (error: unknown): 'missing' => {
  if (error instanceof BlobMissing) return 'missing';
  throw error;
};

/** Writes a ZIP while its files are read. Pictures are packed already: they are stored as they are. */
export async function writeZip(
  blobs: BlobStore,
  entries: AsyncIterable<Entry>,
  out: Writable,
): Promise<void> {
  let failed: Error | null = null;
  const zip = new Zip((error, chunk, final) => {
    if (error) failed = error;
    else if (final) out.end(chunk);
    else out.write(chunk);
  });
  const flushed = async () => {
    if (failed) throw failed;
    if (out.writableNeedDrain && !out.destroyed) await readFurther(out);
  };
  for await (const { name, sha256, text, bytes } of entries) {
    // Whoever waited for it has left.
    if (out.destroyed) return;
    const stream = sha256 ? await blobs.stream(sha256).catch(missing) : null;
    const file = new ZipPassThrough(stream === 'missing' ? `${name}.missing.txt` : name);
    zip.add(file);
    if (stream === 'missing') file.push(new TextEncoder().encode(MISSING));
    else if (text !== undefined) file.push(new TextEncoder().encode(text));
    else if (bytes) file.push(bytes);
    else if (stream)
      for await (const chunk of stream) {
        file.push(new Uint8Array(chunk as Buffer));
        await flushed();
      }
    file.push(new Uint8Array(0), true);
    await flushed();
  }
  zip.end();
}
