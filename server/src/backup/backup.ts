import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, mkdtemp, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import SQLite from 'better-sqlite3';
import * as tar from 'tar';
import { databasePath } from '../db/database.ts';

/** A backup or restore that cannot be done; the message says why and what is safe. */
export class BackupError extends Error {}

const DATABASE = 'nachweis.db';
const BLOBS = 'blobs';

/**
 * Writes database and pictures into one tar file while the server runs. The database is copied with SQLite's online
 * backup; pictures are added after it, and since a row is only written once its picture is durable, every picture the
 * copy speaks of is in the file. The file appears under its name only when it is whole.
 */
export async function backup(dataFolder: string, file: string): Promise<{ bytes: number; pictures: number }> {
  const target = resolve(file);
  if (!(await exists(databasePath(dataFolder))))
    throw new BackupError(
      `There is no database in ${dataFolder}. Set NACHWEIS_DATA to the server's data folder.`,
    );
  if (await exists(target))
    throw new BackupError(`${file} is there already and was left alone. Choose another name.`);
  await mkdir(dirname(target), { recursive: true });
  const work = await mkdtemp(join(dataFolder, 'backup-'));
  const part = `${target}.part`;
  try {
    const source = new SQLite(databasePath(dataFolder), { readonly: true });
    try {
      await source.backup(join(work, DATABASE));
    } finally {
      source.close();
    }
    const hashes = blobHashes(join(work, DATABASE));
    await tar.create({ file: part, cwd: work, portable: true }, [DATABASE]);
    const paths = hashes.map((hash) => join(BLOBS, hash.slice(0, 2), hash.slice(2, 4), hash));
    if (paths.length > 0) await tar.replace({ file: part, cwd: dataFolder, portable: true }, paths);
    const handle = await open(part, 'r+');
    await handle.sync();
    await handle.close();
    await rename(part, target);
    return { bytes: (await stat(target)).size, pictures: hashes.length };
  } finally {
    await rm(work, { recursive: true, force: true });
    await rm(part, { force: true });
  }
}

/**
 * Puts a backup into an empty data folder. Everything is unpacked beside it and checked first: SQLite's integrity
 * check, foreign keys, and the SHA-256 of every picture.
 */
export async function restore(file: string, dataFolder: string): Promise<{ pictures: number }> {
  const target = resolve(dataFolder);
  if (!(await exists(file))) throw new BackupError(`${file} is not there. Give the path of a backup file.`);
  if ((await exists(target)) && (await readdir(target)).length > 0) {
    throw new BackupError(
      `${dataFolder} is not empty and was left alone. Move it away or set NACHWEIS_DATA to another folder.`,
    );
  }
  await mkdir(dirname(target), { recursive: true });
  const work = await mkdtemp(`${target}.restore-`);
  try {
    await tar.extract({ file, cwd: work, strict: true }).catch((cause) => {
      throw new BackupError(`${file} is no whole backup: ${cause.message}. Nothing was changed.`);
    });
    if (!(await exists(join(work, DATABASE))))
      throw new BackupError(`${file} holds no database. Nothing was changed.`);
    requireWhole(join(work, DATABASE), file);
    const hashes = blobHashes(join(work, DATABASE));
    for (const hash of hashes) {
      const path = join(work, BLOBS, hash.slice(0, 2), hash.slice(2, 4), hash);
      if (!(await exists(path)) || (await hashFile(path)) !== hash)
        throw new BackupError(`${file} lacks the picture ${hash}, or it is damaged. Nothing was changed.`);
    }
    await rm(target, { recursive: true, force: true });
    await rename(work, target);
    return { pictures: hashes.length };
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

function blobHashes(database: string): string[] {
  const db = new SQLite(database, { readonly: true });
  try {
    return db.prepare('SELECT sha256 FROM blobs ORDER BY sha256').pluck().all() as string[];
  } finally {
    db.close();
  }
}

function requireWhole(database: string, file: string): void {
  const db = new SQLite(database);
  try {
    const integrity = db.pragma('integrity_check', { simple: true });
    const orphans = db.pragma('foreign_key_check') as unknown[];
    if (integrity !== 'ok' || orphans.length > 0)
      throw new BackupError(`The database in ${file} is damaged. Nothing was changed.`);
  } finally {
    db.close();
  }
}

async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );
