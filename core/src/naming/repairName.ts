import { distance } from 'fastest-levenshtein';
import { extensionOf } from '../pictures/formats.ts';
import { fileNameFaults, type NameFault, soundFileName } from './fileName.ts';
import { type NameIndex, type NameOf, stemOf } from './nameIndex.ts';

/** A name that the rule makes, with how far another one is from it. */
export interface NearName {
  name: string;
  /** letters to add, to take out or to change, upper and lower case being one (Levenshtein 1966) */
  edits: number;
  /** everything it may say */
  says: NameOf[];
}

/** What can be said of a name that somebody gave a file. */
export interface NameCheck {
  /** what keeps it from working on every system */
  faults: NameFault[];
  /** the same without them; the name itself where it has none */
  sound: string;
  /** everything it says by the rule; none where the rule makes no such name */
  says: NameOf[];
  /** the rule's own names that are nearest where it is none of them; several are as near */
  nearest: NearName[];
}

/** More than so much of a name changed is another name. */
const MOST_CHANGED = 0.4;

/** Checks a name by a rule and finds the smallest change that makes it one of the rule's. */
export function checkName(name: string, index: NameIndex): NameCheck {
  const faults = fileNameFaults(name);
  const extension = extensionOf(name);
  const sound = faults.length === 0 ? name : soundFileName(stemOf(name), extension);
  const says = index.read(sound);
  return { faults, sound, says, nearest: says.length > 0 ? [] : nearestNames(sound, index) };
}

function nearestNames(name: string, index: NameIndex): NearName[] {
  const extension = extensionOf(name);
  const stem = stemOf(name);
  const given = stem.normalize('NFC').toLowerCase();
  let least = Math.floor(given.length * MOST_CHANGED);
  let nearest: NearName[] = [];
  for (const [made, says] of index.stems(stem)) {
    const plain = made.normalize('NFC').toLowerCase();
    // A distance is at least the difference in length.
    if (Math.abs(plain.length - given.length) > least) continue;
    const edits = distance(given, plain);
    if (edits > least) continue;
    if (edits < least) nearest = [];
    least = edits;
    nearest.push({ name: extension ? `${made}.${extension}` : made, edits, says });
  }
  return nearest;
}
