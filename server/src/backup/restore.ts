import { mkdir, mkdtemp, readdir, readFile, rename, rm } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import SQLite from 'better-sqlite3';
import * as tar from 'tar';
import { BackupError, explain } from './backupError.ts';
import { blobName, DATABASE, hashFile, isThere, MANIFEST, Manifest } from './manifest.ts';
import { checkSeal } from './seal.ts';

export interface Restored {
  pictures: number;
  /** pictures that were missing already when the backup was made */
  missing: string[];
  /** false: it was made before backups were sealed, so that its database could only be checked for being sound */
  sealed: boolean;
}

/** Nothing else is taken out of the file. */
const ENTRY = /^(nachweis\.db|nachweis-backup\.json|blobs\/[0-9a-f]{2}\/[0-9a-f]{2}\/[0-9a-f]{64})$/;

/**
 * Puts a backup into an empty data folder. The file's hash is checked first, then everything is unpacked beside the
 * folder and checked: SQLite's integrity check, foreign keys, and the SHA-256 of every picture. It moves into place
 * only when all is whole.
 *
 * @throws BackupError
 */
export async function restore(file: string, dataFolder: string): Promise<Restored> {
  const target = resolve(dataFolder);
  if (!(await isThere(file))) throw new BackupError(`${file} is not there. Give the path of a backup file.`);
  if (await holdsSomething(target))
    throw new BackupError(
      `${dataFolder} is not empty and was left alone. Move it away or set NACHWEIS_DATA to another folder.`,
    );
  let work: string | null = null;
  try {
    const seal = await checkSeal(file);
    if (seal === 'broken') throw damaged(file);
    await mkdir(dirname(target), { recursive: true });
    work = await mkdtemp(`${target}.restore-`);
    await unpack(file, work);
    const manifest = await readManifest(work, file);
    if (manifest && seal !== 'whole') throw damaged(file);
    const hashes = await checkDatabase(work, file, manifest);
    const missing = manifest?.missing ?? [];
    const pictures = await checkPictures(work, file, hashes, new Set(missing));
    await rm(join(work, MANIFEST), { force: true });
    await rm(target, { recursive: true, force: true });
    await rename(work, target);
    return { pictures, missing, sealed: manifest !== null };
  } catch (error) {
    throw explain(error, 'Nothing was restored');
  } finally {
    if (work) await rm(work, { recursive: true, force: true });
  }
}

const damaged = (file: string) =>
  new BackupError(
    `${file} is damaged or cut short: its checksum is not right. Nothing was changed. Take another backup.`,
  );

const holdsSomething = async (folder: string) =>
  (await isThere(folder)) && (await readdir(folder)).length > 0;

async function unpack(file: string, work: string): Promise<void> {
  await tar
    .extract({ file, cwd: work, strict: true, filter: (path) => ENTRY.test(path.replace(/^\.\//, '')) })
    .catch(() => {
      throw damaged(file);
    });
}

async function readManifest(work: string, file: string): Promise<Manifest | null> {
  const path = join(work, MANIFEST);
  if (!(await isThere(path))) return null;
  try {
    return Manifest.parse(JSON.parse(await readFile(path, 'utf8')));
  } catch {
    throw new BackupError(
      `${file} was made by another version of Nachweis. Restore it with that one. Nothing was changed.`,
    );
  }
}

/** @returns the hashes of the pictures that it speaks of */
async function checkDatabase(work: string, file: string, manifest: Manifest | null): Promise<string[]> {
  const path = join(work, DATABASE);
  if (!(await isThere(path))) throw new BackupError(`${file} holds no database. Nothing was changed.`);
  if (manifest && (await hashFile(path)) !== manifest.database) throw damaged(file);
  try {
    const db = new SQLite(path, { readonly: true });
    try {
      const sound = db.pragma('integrity_check', { simple: true }) === 'ok';
      if (!sound || (db.pragma('foreign_key_check') as unknown[]).length > 0) throw damaged(file);
      return db.prepare('SELECT sha256 FROM blobs ORDER BY sha256').pluck().all() as string[];
    } finally {
      db.close();
    }
  } catch (error) {
    if (error instanceof BackupError) throw error;
    throw damaged(file);
  }
}

/** @returns how many there are */
async function checkPictures(
  work: string,
  file: string,
  hashes: readonly string[],
  missing: ReadonlySet<string>,
): Promise<number> {
  let there = 0;
  for (const sha256 of hashes) {
    if (missing.has(sha256)) continue;
    const path = join(work, blobName(sha256));
    if (!(await isThere(path)) || (await hashFile(path)) !== sha256)
      throw new BackupError(`${file} lacks the picture ${sha256}, or it is damaged. Nothing was changed.`);
    there++;
  }
  return there;
}
