import { closeSync, fsyncSync, openSync, readFileSync } from 'node:fs';
import { crc32 } from 'node:zlib';
import { admitPicture, withoutParticulars } from '@nachweis/core';
import { sha256Of } from '../blobs/hash.ts';
import type { Examined, ExamineTask } from './pictureTasks.ts';

/**
 * Looks at bytes that came in: signature, checksums and structure, by the platform's own zlib and hash. Decodes
 * nothing. Runs in a thread, so that it may read and sync as it goes.
 */
export default function examine({ place, fileName }: ExamineTask): Examined {
  const bytes = readFileSync(place);
  const sha256 = sha256Of(bytes);
  const admitted = admitPicture(bytes, fileName, (all, start, end) => crc32(all.subarray(start, end)));
  if (!admitted.ok) return { sha256, ...admitted };
  const file = openSync(place, 'r');
  fsyncSync(file);
  closeSync(file);
  return { sha256, ...admitted, keepsFormat: withoutParticulars(bytes, admitted.format) !== null };
}
