import { extensionOf } from '../pictures/formats.ts';
import { MAX_NAME_BYTES, utf8Length } from './fileName.ts';
import type { Fields } from './fillFields.ts';
import { type NameTarget, nameOfParts } from './formName.ts';
import { dateExpression, isDate } from './nameDates.ts';
import { type NameRulePart, parseNameRule } from './nameRule.ts';
import { DATE_MARK } from './shapeValue.ts';

/** Everybody and everything that a name of one assignment can speak of. */
export interface NameRoll {
  people: ReadonlyArray<{ id: string; surname: string; givenName: string; fields: Fields }>;
  points: ReadonlyArray<{ code: string; title: string; maxPictures: number }>;
  /** most attempts */
  attempts: number;
  course: string;
  assignment: string;
  /** IANA time zone of the course */
  timeZone: string;
}

/** What a name says. */
export interface NameOf {
  personId: string;
  /** the proof point's code, "P1" */
  point: string;
  /** from 1 */
  picture: number;
  /** from 1; where the rule does not speak of it, 1 */
  attempt: number;
}

/** Something that names made by a rule do not tell apart, with two that would be one. */
export interface LostPart {
  part: keyof NameOf;
  first: NameOf;
  second: NameOf;
  name: string;
}

export interface NameIndex {
  /** what cannot be read back, the person first */
  lost: LostPart[];
  /** the first who would have a name that is cut at its greatest length; null where nobody would */
  cut: { personId: string; name: string } | null;
  /** every name that the rule makes here says who, what and which: nothing is lost and nothing cut */
  readable: boolean;
  /** everything that a name may say: one where it is clear, none where it is no name by this rule */
  read(name: string): NameOf[];
  /**
   * Every name that the rule makes, without its extension and as it is written, with what it says. Dates are taken from a
   * name in their order; where it has too few of them, there is none.
   */
  stems(withDatesOf: string): Iterable<[string, NameOf[]]>;
  /** leaves out what is a date of the rule's pattern */
  withoutDates(stem: string): string;
}

const PARTS: ReadonlyArray<keyof NameOf> = ['personId', 'point', 'picture', 'attempt'];
/** The longest extension with its dot, and how much longer than its mark a date may be: names near the end may be cut. */
const LONGEST_EXTENSION = 5;
const LONGEST_DATE = 40;

/** Names are one where upper and lower case are, as on Windows and macOS. */
const folded = (stem: string): string => stem.normalize('NFC').toLowerCase();

/** A file's name without its extension. */
export function stemOf(name: string): string {
  const extension = extensionOf(name);
  return extension ? name.slice(0, -(extension.length + 1)) : name;
}

/**
 * All names that a rule makes for a class, from which names are read back. What is read is what was formed, by trial of
 * everything it can have been formed from, so that what forming leaves out, shortens or repairs is read back as well.
 * A rule with a fault makes no name.
 */
export function indexNames(rule: string, roll: NameRoll, target: NameTarget = {}): NameIndex {
  const columns = [...new Set(roll.people.flatMap(({ fields }) => Object.keys(fields)))];
  const { parts, faults } = parseNameRule(rule, columns);
  const patterns = parts.flatMap((part) =>
    part.kind === 'field' && part.shape.date ? [part.shape.date] : [],
  );
  const most = Math.min(target.longest ?? MAX_NAME_BYTES, MAX_NAME_BYTES) - LONGEST_EXTENSION;
  const byStem = new Map<string, NameOf[]>();
  const written = new Map<string, string>();
  const lost = new Map<keyof NameOf, LostPart>();
  let cut: NameIndex['cut'] = null;
  for (const [says, name] of faults.length > 0 ? [] : everyName(parts, roll, target)) {
    const { personId } = says;
    if (!cut && utf8Length(name) + patterns.length * LONGEST_DATE >= most) cut = { personId, name };
    const key = folded(stemOf(name));
    const there = byStem.get(key);
    if (there) there.push(says);
    else {
      byStem.set(key, [says]);
      written.set(key, stemOf(name));
    }
    const [first = says] = there ?? [];
    for (const part of PARTS)
      if (first[part] !== says[part] && !lost.has(part)) lost.set(part, { part, first, second: says, name });
  }
  const templates = [...byStem].map(([stem, says]) => ({ pieces: stem.split(DATE_MARK), says }));
  const dates = patterns.map((pattern) => new RegExp(dateExpression(pattern), 'gu'));
  return {
    lost: PARTS.flatMap((part) => lost.get(part) ?? []),
    cut,
    readable: faults.length === 0 && lost.size === 0 && !cut,
    read(name) {
      const stem = folded(stemOf(name));
      if (patterns.length === 0) return byStem.get(stem) ?? [];
      return templates.flatMap(({ pieces, says }) => (fits(stem, pieces, patterns) ? says : []));
    },
    *stems(withDatesOf) {
      const found = datesIn(withDatesOf, patterns, dates);
      if (!found) return;
      for (const [key, says] of byStem) {
        let next = 0;
        yield [(written.get(key) ?? key).replaceAll(DATE_MARK, () => found[next++] ?? ''), says];
      }
    },
    withoutDates: (stem) =>
      dates.reduce(
        (text, date, index) =>
          text.replace(date, (found) => (isDate(found, patterns[index] ?? '') ? ' ' : found)),
        stem,
      ),
  };
}

/** Attempts are tried out only where the rule speaks of them: a later attempt may have the names of the one before. */
function* everyName(
  parts: readonly NameRulePart[],
  { people, points, attempts, course, assignment, timeZone }: NameRoll,
  target: NameTarget,
): Generator<[NameOf, string]> {
  const tried = parts.some((part) => part.kind === 'field' && part.field === 'attempt') ? attempts : 1;
  for (const { id: personId, surname, givenName, fields } of people)
    for (const { code: point, maxPictures } of points)
      for (let picture = 1; picture <= maxPictures; picture++)
        for (let attempt = 1; attempt <= tried; attempt++) {
          const what = { point, picture, attempt };
          const facts = { ...what, surname, givenName, fields, course, assignment, timeZone, at: '' };
          yield [{ personId, ...what }, nameOfParts(parts, facts, 'png', target, () => DATE_MARK)];
        }
}

/** Whether a name has the pieces of a template, with a date between each two. */
function fits(stem: string, pieces: readonly string[], patterns: readonly string[]): boolean {
  if (!stem.startsWith(pieces[0] ?? '') || !stem.endsWith(pieces.at(-1) ?? '')) return false;
  const escaped = pieces.map((piece) => piece.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&'));
  const expression = escaped
    .map((piece, index) => (index === 0 ? piece : `(${dateExpression(patterns[index - 1] ?? '')})${piece}`))
    .join('');
  const dates = new RegExp(`^${expression}$`, 'u').exec(stem)?.slice(1);
  return dates?.every((date, index) => isDate(date, patterns[index] ?? '')) ?? false;
}

/** The dates of a name in their order, one for each pattern; null where it has too few. */
function datesIn(name: string, patterns: readonly string[], dates: readonly RegExp[]): string[] | null {
  const found: string[] = [];
  let rest = name;
  for (const [index, pattern] of patterns.entries()) {
    const date = dates[index] && rest.match(dates[index])?.find((text) => isDate(text, pattern));
    if (!date) return null;
    found.push(date);
    rest = rest.slice(rest.indexOf(date) + date.length);
  }
  return found;
}
