import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import * as z from 'zod';

export const DATABASE = 'nachweis.db';
export const BLOBS = 'blobs';
/** The first entry of a backup. */
export const MANIFEST = 'nachweis-backup.json';
export const BACKUP_VERSION = 2;

export const blobName = (sha256: string) => `${BLOBS}/${sha256.slice(0, 2)}/${sha256.slice(2, 4)}/${sha256}`;

/** What a backup says of itself. */
export const Manifest = z.object({
  kind: z.literal('nachweis-backup'),
  version: z.literal(BACKUP_VERSION),
  /** SHA-256 of the database */
  database: z.string(),
  pictures: z.int(),
  /** pictures that were missing already when it was made */
  missing: z.array(z.string()),
});
export type Manifest = z.infer<typeof Manifest>;

export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

export const isThere = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );
