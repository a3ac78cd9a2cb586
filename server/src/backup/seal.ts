import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import * as tar from 'tar';

/** Name of the last entry of a backup: the SHA-256 of everything before it. */
const SEAL = 'sha256.txt';
/** Header, one block of content, and the two empty blocks that end a tar file (POSIX.1-1988 ustar). */
const BLOCK = 512;
const SEAL_BYTES = 4 * BLOCK;

/**
 * The last bytes of a backup. They follow from its hash alone, so that a change of any byte of the file, these
 * included, is seen.
 */
function sealOf(sha256: string): Buffer {
  const header = new tar.Header({ path: SEAL, mode: 0o644, size: 64, type: 'File', mtime: new Date(0) });
  const block = Buffer.alloc(SEAL_BYTES);
  header.encode(block, 0);
  block.write(sha256, BLOCK, 'ascii');
  return block;
}

/** Puts the seal where the end of the archive was. */
export async function sealArchive(path: string): Promise<void> {
  const end = await endOfEntries(path);
  const sha256 = await hashOf(path, end);
  const file = await open(path, 'r+');
  try {
    await file.truncate(end);
    await file.write(sealOf(sha256), 0, SEAL_BYTES, end);
    await file.sync();
  } finally {
    await file.close();
  }
}

/** `none`: it was made before backups were sealed, or its end is missing. */
export async function checkSeal(path: string): Promise<'whole' | 'broken' | 'none'> {
  const { size } = await stat(path);
  if (size < SEAL_BYTES) return 'none';
  const file = await open(path, 'r');
  const last = Buffer.alloc(SEAL_BYTES);
  try {
    await file.read(last, 0, SEAL_BYTES, size - SEAL_BYTES);
  } finally {
    await file.close();
  }
  if (last.equals(sealOf(await hashOf(path, size - SEAL_BYTES)))) return 'whole';
  return last.toString('latin1').includes(SEAL.slice(0, 4)) ? 'broken' : 'none';
}

/**
 * Where the empty blocks begin that end a tar file, found from entry to entry: what an entry holds may end in empty blocks
 * too, as the last page of a database does.
 */
async function endOfEntries(path: string): Promise<number> {
  const { size } = await stat(path);
  const file = await open(path, 'r');
  const block = Buffer.alloc(BLOCK);
  let at = 0;
  try {
    while (at + BLOCK <= size) {
      await file.read(block, 0, BLOCK, at);
      if (!block.some((byte) => byte !== 0)) break;
      const { size: held = 0 } = new tar.Header(block);
      at += BLOCK + Math.ceil(held / BLOCK) * BLOCK;
    }
  } finally {
    await file.close();
  }
  return at;
}

async function hashOf(path: string, end: number): Promise<string> {
  const hash = createHash('sha256');
  if (end > 0)
    for await (const chunk of createReadStream(path, { end: end - 1 })) hash.update(chunk as Buffer);
  return hash.digest('hex');
}
