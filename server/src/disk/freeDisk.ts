import { statfs } from 'node:fs/promises';
import type { DiskState } from '@nachweis/contract';
import type { Logger } from 'pino';

/** Share of a disk below which whoever runs the server is told, while there is still time to make room. */
const LEAST_SHARE = 0.1;

/** How much room is left on the disk of a data folder, as much as the server may use of it. */
export async function readDisk(
  dataFolder: string,
  ask: (path: string) => Promise<{ bsize: number; blocks: number; bavail: number }> = statfs,
): Promise<DiskState> {
  const { bsize, blocks, bavail } = await ask(dataFolder);
  return {
    freeBytes: bavail * bsize,
    totalBytes: blocks * bsize,
    // A file system that does not say how large it is has no share.
    low: blocks > 0 && bavail / blocks < LEAST_SHARE,
  };
}

/** Writes into the log that the disk gets full; a disk that cannot be asked is noted too, and nothing else happens. */
export async function warnOfDisk(dataFolder: string, log: Logger): Promise<void> {
  try {
    const { low, freeBytes, totalBytes } = await readDisk(dataFolder);
    if (low) log.warn({ freeBytes, totalBytes }, 'less than a tenth of the disk is free');
  } catch (error) {
    log.warn({ err: error }, 'the disk could not be asked how full it is');
  }
}
