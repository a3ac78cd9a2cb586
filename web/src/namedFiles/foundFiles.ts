import { extensionOf, FORMAT_FACTS, MAX_PICTURE_BYTES } from '@nachweis/core';
import { packedFiles } from '../ui/zipPackage.ts';

/** A file of a class, not read yet. */
export interface Found {
  /** with the folders it lay in, apart by slashes */
  path: string;
  bytes: number;
  read: () => Promise<Blob>;
}

/** Why a file is left out. */
export type LeftOut = 'no-picture' | 'too-large' | 'locked';

export interface Finding {
  files: Found[];
  leftOut: Array<{ path: string; why: LeftOut }>;
  /** there were more, which were not looked at */
  tooMany: boolean;
  /** packages that cannot be read */
  damaged: string[];
}

/** More are no class, but a whole disk or something made to take long. */
export const MOST_FILES = 5000;
const EXTENSIONS = new Set(Object.values(FORMAT_FACTS).flatMap(({ extensions }) => extensions));
/** What systems put beside files, and what nobody has made. */
const OF_SYSTEMS = /(^|\/)(\.[^./][^/]*|__MACOSX|Thumbs\.db|desktop\.ini)(\/|$)/i;

/**
 * Finds the pictures among files, in ZIP packages too. Nothing of a picture is read yet.
 * @param before what was found already, which stays
 * @param paths of each file, where it is known better than by itself
 */
export async function findFiles(
  before: Finding,
  files: readonly File[],
  paths: readonly string[] = [],
): Promise<Finding> {
  const finding: Finding = {
    files: [...before.files],
    leftOut: [...before.leftOut],
    damaged: [...before.damaged],
    tooMany: false,
  };
  const taken = new Set(before.files.map((found) => found.path));
  for (const [index, file] of files.entries()) {
    const path = paths[index] || file.webkitRelativePath || file.name;
    if (extensionOf(file.name) === 'zip') await findInZip(file, finding, taken);
    else take({ path, bytes: file.size, read: () => Promise.resolve(file) }, finding, taken);
    if (finding.tooMany) break;
  }
  return finding;
}

/** @returns whether there is room for more */
function take(found: Found, finding: Finding, taken: Set<string>, why?: LeftOut): boolean {
  if (OF_SYSTEMS.test(found.path)) return true;
  if (finding.files.length + finding.leftOut.length >= MOST_FILES) finding.tooMany = true;
  else if (why) finding.leftOut.push({ path: found.path, why });
  else if (!EXTENSIONS.has(extensionOf(found.path)))
    finding.leftOut.push({ path: found.path, why: 'no-picture' });
  else if (found.bytes > MAX_PICTURE_BYTES) finding.leftOut.push({ path: found.path, why: 'too-large' });
  else finding.files.push({ ...found, path: ownPath(found.path, taken) });
  return !finding.tooMany;
}

/** Two files of one path, as out of two packages, are told apart by a folder more: what is said of one is not of the other. */
function ownPath(path: string, taken: Set<string>): string {
  let own = path;
  for (let n = 2; taken.has(own); n++) own = `${n}/${path}`;
  taken.add(own);
  return own;
}

/** Reads a package's list entry by entry, so that one of 100,000 is given up early and one of 2 GB is not read at once. */
async function findInZip(file: File, finding: Finding, taken: Set<string>): Promise<void> {
  try {
    for await (const { path, bytes, isLocked, unpack } of packedFiles(file))
      if (!take({ path, bytes, read: unpack }, finding, taken, isLocked ? 'locked' : undefined)) return;
  } catch {
    finding.damaged.push(file.name);
  }
}
