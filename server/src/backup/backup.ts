import { link, mkdir, mkdtemp, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import SQLite from 'better-sqlite3';
import * as tar from 'tar';
import { blobPath } from '../blobs/folderBlobStore.ts';
import { databasePath } from '../db/database.ts';
import { BackupError, explain } from './backupError.ts';
import {
  BACKUP_VERSION,
  BLOBS,
  blobName,
  DATABASE,
  hashFile,
  isThere,
  MANIFEST,
  type Manifest,
} from './manifest.ts';
import { sealArchive } from './seal.ts';

export interface BackedUp {
  bytes: number;
  pictures: number;
  /** pictures that the database speaks of and the disk does not have, or not whole */
  missing: string[];
}

/**
 * Writes database and pictures into one tar file while the server runs. The database is copied with SQLite's online
 * backup; pictures are added after it, and since a row is only written once its picture is durable, every picture the
 * copy speaks of was there. One that is missing or damaged is named, and the rest is saved all the same. The file
 * appears under its name only when it is whole, and is sealed with its hash.
 *
 * @throws BackupError
 */
export async function backup(dataFolder: string, file: string): Promise<BackedUp> {
  const target = resolve(file);
  if (!(await isThere(databasePath(dataFolder))))
    throw new BackupError(
      `There is no database in ${dataFolder}. Set NACHWEIS_DATA to the server's data folder.`,
    );
  if (await isThere(target))
    throw new BackupError(`${file} is there already and was left alone. Choose another name.`);
  const part = `${target}.part`;
  let work: string | null = null;
  try {
    await mkdir(dirname(target), { recursive: true });
    work = await mkdtemp(join(dataFolder, 'backup-'));
    await copyDatabase(dataFolder, join(work, DATABASE));
    const { kept, missing } = await copyPictures(dataFolder, work);
    const manifest: Manifest = {
      kind: 'nachweis-backup',
      version: BACKUP_VERSION,
      database: await hashFile(join(work, DATABASE)),
      pictures: kept.length,
      missing,
    };
    await writeFile(join(work, MANIFEST), JSON.stringify(manifest));
    const entries = [MANIFEST, DATABASE, ...kept.map(blobName)];
    await tar.create({ file: part, cwd: work, portable: true, noDirRecurse: true }, entries);
    await sealArchive(part);
    await rename(part, target);
    return { bytes: (await stat(target)).size, pictures: kept.length, missing };
  } catch (error) {
    throw explain(error, 'The backup was not written');
  } finally {
    if (work) await rm(work, { recursive: true, force: true });
    await rm(part, { force: true });
  }
}

async function copyDatabase(dataFolder: string, to: string): Promise<void> {
  const source = new SQLite(databasePath(dataFolder), { readonly: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
}

/** Pictures as they are now; what the bin lets go of meanwhile was not needed any more when the copy was made. */
async function copyPictures(
  dataFolder: string,
  work: string,
): Promise<{ kept: string[]; missing: string[] }> {
  const db = new SQLite(join(work, DATABASE), { readonly: true });
  const hashes = db.prepare('SELECT sha256 FROM blobs ORDER BY sha256').pluck().all() as string[];
  db.close();
  const kept: string[] = [];
  const missing: string[] = [];
  for (const sha256 of hashes) {
    const copy = join(work, BLOBS, sha256.slice(0, 2), sha256.slice(2, 4), sha256);
    await mkdir(dirname(copy), { recursive: true });
    // Bytes never change under their name, so that a second name for them is as good as a copy.
    const copied = await link(blobPath(dataFolder, sha256), copy).then(
      () => true,
      (error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') return false;
        throw error;
      },
    );
    if (copied && (await hashFile(copy)) === sha256) kept.push(sha256);
    else missing.push(sha256);
  }
  return { kept, missing };
}
