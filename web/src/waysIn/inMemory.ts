import { unreadFile } from '../words/unreadFile.ts';
import type { Incoming } from './incoming.ts';

/** More than this is not held at once: of a dropped disk, or of a document, the browser reads what is asked for. */
const MOST_BYTES = 200_000_000;

/**
 * Reads what lies in a file of this computer before anything else is done with it: the file may go, or be written over
 * by the next picture of the same name, long before its picture is sent.
 *
 * @returns those that can be read, in their order, and a sentence for each that cannot
 */
export async function inMemory(all: readonly Incoming[]): Promise<{ read: Incoming[]; refused: string[] }> {
  const read: Incoming[] = [];
  const refused: string[] = [];
  let room = MOST_BYTES;
  for (const one of all) {
    const { blob } = one;
    if (!(blob instanceof File)) read.push(one);
    else
      try {
        const fits = blob.size <= room;
        const bytes = await (fits ? blob : blob.slice(0, 1)).arrayBuffer();
        if (fits) room -= blob.size;
        read.push(fits ? { ...one, blob: new Blob([bytes], { type: blob.type }) } : one);
      } catch {
        refused.push(unreadFile(one.name || blob.name));
      }
  }
  return { read, refused };
}
