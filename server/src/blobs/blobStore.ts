import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Keeps bytes under the SHA-256 of their content. An interface, so that an object store can take the folder's place. */
export interface BlobStore {
  /** Makes bytes durable and gives their SHA-256; equal bytes are stored once. */
  put(bytes: Uint8Array): Promise<string>;
  has(sha256: string): Promise<boolean>;
  /** Takes bytes away that nothing refers to any more; nothing happens when they are gone already. */
  remove(sha256: string): Promise<void>;
  /** A path that can be read while the process runs. */
  pathOf(sha256: string): string;
}

/** SHA-256 (FIPS 180-4) as 64 lower-case hexadecimal digits. */
export function sha256Of(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/**
 * Blobs in a folder: `blobs/ab/cd/<hash>`. Bytes go to a temporary file, are synced, renamed into place, and the
 * folder is synced too: a crash leaves either nothing or the whole blob under its name.
 */
export async function createFolderBlobStore(dataFolder: string): Promise<BlobStore> {
  const root = join(dataFolder, 'blobs');
  const incoming = join(root, 'incoming');
  await mkdir(incoming, { recursive: true });
  for (const left of await readdir(incoming)) await rm(join(incoming, left), { force: true });

  const pathOf = (sha256: string) => join(root, sha256.slice(0, 2), sha256.slice(2, 4), sha256);
  const has = (sha256: string) =>
    stat(pathOf(sha256)).then(
      () => true,
      () => false,
    );

  return {
    pathOf,
    has,
    remove: (sha256) => rm(pathOf(sha256), { force: true }),
    async put(bytes) {
      const sha256 = sha256Of(bytes);
      if (await has(sha256)) return sha256;
      const temporary = join(incoming, randomUUID());
      try {
        const file = await open(temporary, 'wx');
        try {
          await file.writeFile(bytes);
          await file.sync();
        } finally {
          await file.close();
        }
        const target = pathOf(sha256);
        await mkdir(dirname(target), { recursive: true });
        await rename(temporary, target);
        await syncFolder(dirname(target));
        return sha256;
      } catch (error) {
        await rm(temporary, { force: true });
        throw error;
      }
    },
  };
}

async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r');
  try {
    await folder.sync();
  } finally {
    await folder.close();
  }
}
