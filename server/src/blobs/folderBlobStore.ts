import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, opendir, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { BlobMissing, type BlobStore, type ByteRange, TooManyBytes } from './blobStore.ts';
import { sha256Of } from './hash.ts';

/** Where a folder store keeps a blob. For backups; nothing else knows of paths. */
export const blobPath = (dataFolder: string, sha256: string) =>
  join(blobsFolder(dataFolder), sha256.slice(0, 2), sha256.slice(2, 4), sha256);

const blobsFolder = (dataFolder: string) => join(dataFolder, 'blobs');
const incomingFolder = (dataFolder: string) => join(blobsFolder(dataFolder), 'incoming');
const thumbnailsFolder = (dataFolder: string) => join(dataFolder, 'thumbnails');
/** What is still coming in, or was put there by somebody else, has another name. */
const NAME = /^([0-9a-f]{64})(?:\.webp)?$/;

/**
 * Blobs in a folder: `blobs/ab/cd/<hash>`. Bytes go to a temporary file, are synced, renamed into place, and the
 * folder is synced too: a crash leaves either nothing or the whole blob under its name.
 */
export async function createFolderBlobStore(dataFolder: string): Promise<BlobStore> {
  const incoming = incomingFolder(dataFolder);
  await mkdir(incoming, { recursive: true });
  for (const left of await readdir(incoming)) await rm(join(incoming, left), { force: true });
  return openFolderBlobStore(dataFolder);
}

/** The same of a folder that another thread or process has made ready. */
export function openFolderBlobStore(dataFolder: string): BlobStore {
  const incoming = incomingFolder(dataFolder);
  const pathOf = (sha256: string) => blobPath(dataFolder, sha256);
  const thumbnailPath = (sha256: string) =>
    join(thumbnailsFolder(dataFolder), sha256.slice(0, 2), `${sha256}.webp`);

  return {
    async receive(stream, mostBytes) {
      const place = join(incoming, randomUUID());
      const discard = () => rm(place, { force: true });
      let bytes = 0;
      try {
        await pipeline(
          stream,
          async function* (chunks: AsyncIterable<Buffer>) {
            for await (const chunk of chunks) {
              bytes += chunk.length;
              if (bytes > mostBytes) throw new TooManyBytes();
              yield chunk;
            }
          },
          createWriteStream(place, { flags: 'wx' }),
        );
      } catch (error) {
        await discard();
        throw error;
      }
      return { place, bytes, discard };
    },
    async keep({ place, discard }, sha256) {
      if ((await sizeOf(pathOf(sha256))) !== null) return discard();
      await mkdir(dirname(pathOf(sha256)), { recursive: true });
      await rename(place, pathOf(sha256));
      await syncFolder(dirname(pathOf(sha256)));
    },
    async put(bytes) {
      const sha256 = sha256Of(bytes);
      if ((await sizeOf(pathOf(sha256))) === null) await writeDurably(incoming, pathOf(sha256), bytes);
      return sha256;
    },
    size: (sha256) => sizeOf(pathOf(sha256)),
    bytes: (sha256) => readFile(pathOf(sha256)).catch(missing(sha256)),
    stream: (sha256, range) => streamOf(pathOf(sha256), sha256, range),
    async remove(sha256) {
      await rm(pathOf(sha256), { force: true });
      await rm(thumbnailPath(sha256), { force: true });
    },
    async *writtenBefore(time) {
      for (const folder of [blobsFolder(dataFolder), thumbnailsFolder(dataFolder)])
        yield* namesBefore(folder, time);
    },
    putDerived: (sha256, _kind, bytes) => writeDurably(incoming, thumbnailPath(sha256), bytes),
    derivedSize: (sha256) => sizeOf(thumbnailPath(sha256)),
    derivedStream: (sha256, _kind, range) => streamOf(thumbnailPath(sha256), sha256, range),
  };
}

const sizeOf = (path: string): Promise<number | null> =>
  stat(path).then(
    ({ size }) => size,
    () => null,
  );

async function* namesBefore(folder: string, time: Date): AsyncGenerator<string> {
  const entries = await opendir(folder, { recursive: true }).catch(unlessMissing);
  if (!entries) return;
  for await (const { name, parentPath } of entries) {
    const sha256 = NAME.exec(name)?.[1];
    if (!sha256) continue;
    // It may go while one looks.
    const file = await stat(join(parentPath, name)).catch(unlessMissing);
    if (file?.isFile() && file.mtime < time) yield sha256;
  }
}

const unlessMissing = (error: NodeJS.ErrnoException): null => {
  if (error.code === 'ENOENT') return null;
  throw error;
};

const missing = (sha256: string) => (error: NodeJS.ErrnoException) => {
  throw error.code === 'ENOENT' ? new BlobMissing(sha256) : error;
};

async function streamOf(path: string, sha256: string, range: ByteRange | undefined): Promise<Readable> {
  const file = await open(path, 'r').catch(missing(sha256));
  return createReadStream(path, { fd: file, ...range });
}

async function writeDurably(incoming: string, target: string, bytes: Uint8Array): Promise<void> {
  const temporary = join(incoming, randomUUID());
  try {
    const file = await open(temporary, 'wx');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await mkdir(dirname(target), { recursive: true });
    await rename(temporary, target);
    await syncFolder(dirname(target));
  } catch (error) {
    await rm(temporary, { force: true });
    throw error;
  }
}

async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r');
  try {
    await folder.sync();
  } finally {
    await folder.close();
  }
}
