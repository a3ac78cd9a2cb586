import { packedFiles } from '../ui/zipPackage.ts';

/** The tables of a school's export of which something is read here (OneRoster 1.2, CSV binding; from memory). */
const READ: ReadonlySet<string> = new Set(['users.csv', 'classes.csv', 'enrollments.csv']);
/** Of all its tables together: a district of 200,000 people has about 50 MB. */
const MOST_BYTES = 256 * 1024 * 1024;

/** The package cannot be read, asks for a password, or unpacks to more than any school has. */
export class UnreadablePackage extends Error {}

/** How a ZIP package begins (APPNOTE 4.3.7). */
export const isPackage = ([p, k]: Uint8Array): boolean => p === 0x50 && k === 0x4b;

/**
 * The tables of a school's export that came as the one ZIP package it is handed on as.
 * @returns none where it holds no such table; a workbook is a ZIP package too
 * @throws UnreadablePackage
 */
export async function tablesOfPackage(bytes: Uint8Array): Promise<Uint8Array[]> {
  const tables: Uint8Array[] = [];
  let left = MOST_BYTES;
  try {
    for await (const { path, bytes: size, isLocked, unpack } of packedFiles(new Blob([bytes as BlobPart]))) {
      if (!READ.has(path.toLowerCase().replace(/^.*\//, ''))) continue;
      left -= size;
      if (isLocked || left < 0) throw new UnreadablePackage();
      tables.push(new Uint8Array(await (await unpack()).arrayBuffer()));
    }
  } catch {
    throw new UnreadablePackage();
  }
  return tables;
}
