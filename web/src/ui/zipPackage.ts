import type { Entry, FileEntry } from '@zip.js/zip.js';

/** A file in a package, not unpacked yet. */
export interface PackedFile {
  /** with the folders it lies in, apart by slashes */
  path: string;
  /** as the package claims */
  bytes: number;
  /** it asks for a password */
  isLocked: boolean;
  /** what is in it; no more than it claims. @throws Error when it is damaged or more */
  unpack: () => Promise<Blob>;
}

/**
 * The files of a ZIP package (PKWARE APPNOTE), one by one, so that one of 100,000 can be given up early and one of 2 GB is
 * not read at once.
 * @throws Error where it is damaged, from there on
 */
export async function* packedFiles(file: Blob): AsyncGenerator<PackedFile> {
  const { BlobReader, ZipReader, configure } = await import('@zip.js/zip.js/index-native.js');
  // The platform unpacks; workers made from strings are not allowed here.
  configure({ useWebWorkers: false });
  for await (const entry of new ZipReader(new BlobReader(file)).getEntriesGenerator())
    if (!entry.directory)
      yield {
        path: entry.filename,
        bytes: entry.uncompressedSize,
        isLocked: entry.encrypted,
        unpack: () => unpack(entry),
      };
}

async function unpack(entry: Entry): Promise<Blob> {
  let left = entry.uncompressedSize;
  const bounded = new TransformStream<Uint8Array, Uint8Array>({
    transform(chunk, controller) {
      left -= chunk.byteLength;
      if (left < 0) controller.error(new Error('It unpacks to more than it says.'));
      else controller.enqueue(chunk);
    },
  });
  const whole = new Response(bounded.readable).blob();
  const written = (entry as FileEntry).getData(bounded.writable, { checkSignature: true });
  const [blob] = await Promise.all([whole, written]);
  return blob;
}
