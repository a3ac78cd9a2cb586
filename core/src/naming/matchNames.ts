import type { NameTarget } from './formName.ts';
import { followsIn, type PersonMatch, personFinder } from './matchPerson.ts';
import { indexNames, type NameIndex, type NameOf, type NameRoll, stemOf } from './nameIndex.ts';
import { parseNameRule } from './nameRule.ts';
import { type Word, wordsOf } from './nameWords.ts';

/** Why a file is held for whose and what it is, or why that is left open. */
export type Why =
  | 'by-rule'
  | PersonMatch['why']
  | 'in-folder'
  | 'only-point'
  | 'point-code'
  | 'point-title'
  | 'no-point'
  | 'several-points'
  | 'too-many';

/** Whose picture a file is, and of what. */
export interface FoundName {
  personId: string | null;
  /** the proof point's code, "P1" */
  point: string | null;
  /** which picture of the proof point, from 1; null until both others are known */
  picture: number | null;
}

export interface FoundFile {
  /** with the folders it lay in, apart by slashes */
  path: string;
}

export interface MatchedFile extends FoundName {
  path: string;
  /** `sure` by the rule or the full name, `likely` by less, `open` where a person has to say */
  confidence: 'sure' | 'likely' | 'open';
  why: Why[];
  /** ids of whoever it may be, the best first */
  candidates: string[];
}

/** What files put behind a name when it is there already. */
const COPY = /(?:[ _-]*\(\d{1,2}\)|[ _-]+(?:copy|kopie)(?:[ _-]*\d{1,2})?|-\d{1,2})$/iu;
const OPEN: ReadonlySet<Why> = new Set([
  'no-person',
  'several-people',
  'another-name',
  'no-point',
  'several-points',
  'too-many',
]);
const SURE: ReadonlySet<Why> = new Set([
  'by-rule',
  'full-name',
  'column',
  'point-code',
  'only-point',
  'in-folder',
]);

/**
 * Says of the files of a class whose picture each is, of which proof point and which of several: by the assignment's
 * name rule where a name was made by it, else by the words of its name and folders. Where two answers are as good, or
 * what speaks for one speaks against it too, it is left open: a wrong answer is worse than none.
 */
export function matchNames(
  rule: string,
  roll: NameRoll,
  files: readonly FoundFile[],
  target: NameTarget = {},
): MatchedFile[] {
  const index = indexNames(rule, roll, target);
  const read = reader(rule, roll, index);
  return numberPictures(
    files.map(({ path }) => read(path)),
    roll,
  );
}

interface Reading {
  personId: string | null;
  point: string | null;
  picture: number | null;
  why: Why[];
  candidates: string[];
}

/** Words as they are, and those that follow each other as one: "ratingcurve" speaks of the rating curve as well. */
const runsOf = (words: readonly Word[]): Word[] =>
  words.flatMap((_, from) =>
    words.slice(from).map((__, more) => words.slice(from, from + more + 1).join('')),
  );

function reader(rule: string, roll: NameRoll, index: NameIndex): (path: string) => Reading & FoundFile {
  const commonWords = new Set(
    [
      roll.course,
      roll.assignment,
      ...roll.points.flatMap(({ code, title }) => [code, title]),
      ...parseNameRule(rule).parts.map((part) => (part.kind === 'text' ? part.text : '')),
    ].flatMap((text) => runsOf(wordsOf(text))),
  );
  const finder = personFinder(roll, (word) => commonWords.has(word));
  const codes = roll.points.map(({ code }) => wordsOf(code));
  // The letter of a proof point is nobody's initial.
  const findPerson = (text: string) => finder(withoutRuns(wordsOf(text), codes));
  const findPoint = pointFinder(roll);
  return (path) => {
    const folders = path.normalize('NFC').split('/');
    const name = folders.pop() ?? '';
    const stem = stemOf(name);
    const ruled = byRule(index, name) ?? byRule(index, stem.replace(COPY, ''));
    const inFolders = folders.map((folder) => findPerson(folder)).filter((one) => one.personId);
    const plain = index.withoutDates(stem);
    const person = ruled
      ? ({ personId: ruled.personId, candidates: [ruled.personId], why: 'by-rule' } satisfies PersonHere)
      : personHere(findPerson(plain), inFolders);
    const others = inFolders.filter((one) => one.personId !== person.personId);
    if (person.personId && others.length > 0)
      return {
        ...{ path, picture: null, why: ['several-people'], personId: null },
        point: ruled?.point ?? findPoint(plain, folders).point,
        candidates: [person.personId, ...others.flatMap((one) => one.candidates)],
      };
    if (ruled) return { path, ...ruled, why: ['by-rule'], candidates: [ruled.personId] };
    const { point, picture, why } = findPoint(plain, folders);
    return {
      path,
      personId: person.personId,
      point,
      picture,
      why: [person.why, why],
      candidates: person.candidates,
    };
  };
}

interface PersonHere {
  personId: string | null;
  candidates: string[];
  why: Why;
}

/** Where a name says nothing of a person, its folder may; where it says something, that has to hold by itself. */
function personHere(named: PersonMatch, inFolders: readonly PersonMatch[]): PersonHere {
  const [folder] = inFolders;
  const isSilent = named.why === 'no-person' || named.why === 'several-people';
  const fits = named.candidates.length === 0 || named.candidates.includes(folder?.personId ?? '');
  if (!named.personId && folder && isSilent && fits)
    return {
      ...folder,
      why: folder.why === 'full-name' || folder.why === 'column' ? 'in-folder' : folder.why,
    };
  return named;
}

/** What a name by the rule says; null where it is none, or may say two things. */
function byRule(index: NameIndex, name: string): NameOf | null {
  const says = index.read(name);
  const [first] = says;
  if (!first) return null;
  const isOne = says.every(({ personId, point }) => personId === first.personId && point === first.point);
  if (!isOne) return null;
  return first;
}

interface PointHere {
  point: string | null;
  picture: number | null;
  why: Why;
}

/** Finds the proof point that a name speaks of, or its folder: by code ("P2", "p 02"), else by all words of its title. */
function pointFinder({ points }: NameRoll): (stem: string, folders: readonly string[]) => PointHere {
  const known = points.map(({ code, title, maxPictures }) => ({
    code,
    words: wordsOf(code),
    title: wordsOf(title),
    maxPictures,
  }));
  const among = (words: readonly Word[]): PointHere | null => {
    const plain = words.map((word) => word.replace(/^0+(?=\d)/, ''));
    const byCode = known.filter((point) => followsIn(plain, point.words));
    const byTitle = known.filter((point) => point.title.join('').length > 3 && followsIn(plain, point.title));
    const found = [...new Set([...byCode, ...byTitle])];
    const [one] = found;
    if (!one) return null;
    if (found.length > 1) return { point: null, picture: null, why: 'several-points' };
    const behind = plain[endOf(plain, byCode.length > 0 ? one.words : one.title)] ?? '';
    const number = /^\d{1,2}$/.test(behind) ? Number(behind) : 0;
    return {
      point: one.code,
      picture: number >= 1 && number <= one.maxPictures ? number : null,
      why: byCode.length > 0 ? 'point-code' : 'point-title',
    };
  };
  return (stem, folders) => {
    const named = among(wordsOf(stem));
    const inFolder = folders.map((folder) => among(wordsOf(folder))).find((found) => found !== null);
    if (named && inFolder && named.point !== inFolder.point)
      return { point: null, picture: null, why: 'several-points' };
    const found = named ?? inFolder;
    if (found) return found;
    const [only] = known;
    if (only && known.length === 1) return { point: only.code, picture: null, why: 'only-point' };
    return { point: null, picture: null, why: 'no-point' };
  };
}

/** Leaves out each run of words that is one of those given. */
function withoutRuns(words: readonly Word[], runs: readonly Word[][]): Word[] {
  const left: Word[] = [];
  for (let at = 0; at < words.length; at++) {
    const run = runs.find(
      (one) => one.length > 0 && one.every((word, index) => sameFigures(words[at + index], word)),
    );
    if (run) at += run.length - 1;
    else left.push(words[at] as Word);
  }
  return left;
}

const sameFigures = (word: Word | undefined, wanted: Word): boolean =>
  word?.replace(/^0+(?=\d)/, '') === wanted;

/** Place behind words that stand one after the other among others. */
function endOf(words: readonly Word[], wanted: readonly Word[]): number {
  return (
    words.findIndex((_, at) => wanted.every((word, index) => words[at + index] === word)) + wanted.length
  );
}

const byPath = new Intl.Collator('en', { numeric: true });

/** Gives each picture of a proof point its number, by the number in its name, then by name; what is too many is left open. */
function numberPictures(read: Array<Reading & FoundFile>, { points }: NameRoll): MatchedFile[] {
  const groups = new Map<string, Array<Reading & FoundFile>>();
  for (const one of read)
    if (one.personId && one.point) {
      const key = JSON.stringify([one.personId, one.point]);
      groups.set(key, [...(groups.get(key) ?? []), one]);
    }
  for (const group of groups.values()) {
    const most = points.find(({ code }) => code === group[0]?.point)?.maxPictures ?? 1;
    group.sort((a, b) => (a.picture ?? 99) - (b.picture ?? 99) || byPath.compare(a.path, b.path));
    for (const [position, one] of group.entries()) {
      one.picture = position + 1;
      if (group.length > most) one.why.push('too-many');
    }
  }
  return read.map((one) => {
    const isOpen = one.why.some((why) => OPEN.has(why));
    const isSure = one.why.every((why) => SURE.has(why));
    return {
      ...one,
      picture: isOpen ? null : one.picture,
      confidence: isOpen ? 'open' : isSure ? 'sure' : 'likely',
    };
  });
}
