import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import { CoreError } from '../errors.ts';
import { MAX_NAME_BYTES, soundFileName } from './fileName.ts';
import type { Fields } from './fillFields.ts';
import { NAME_TOKENS, type NameAlphabet, type NameRulePart, parseNameRule } from './nameRule.ts';
import { inAlphabet, shapeValue } from './shapeValue.ts';

/** What a name rule can speak of. */
export interface NameFacts {
  surname: string;
  givenName: string;
  course: string;
  assignment: string;
  /** the proof point's code, "P1" */
  point: string;
  /** which picture of the proof point, from 1 */
  picture: number;
  /** which attempt, from 1 */
  attempt: number;
  /** what the class list knows of the person, by the name of its column */
  fields?: Fields;
  /** UTC instant in ISO 8601 */
  at: string;
  /** IANA time zone of the course */
  timeZone: string;
}

/** Stands in for a rule that cannot be read, so that a wrong rule takes nobody's pictures away. */
export const PLAIN_NAME_RULE = '{surname}_{assignment}_{point}_{picture}';

/** Where names go to. */
export interface NameTarget {
  alphabet?: NameAlphabet;
  /** most bytes of a whole name; 255 where nothing is said */
  longest?: number | null;
}

const VALUES: Readonly<Record<string, (facts: NameFacts) => string>> = {
  surname: (f) => f.surname,
  given: (f) => f.givenName,
  course: (f) => f.course,
  assignment: (f) => f.assignment,
  point: (f) => f.point,
  picture: (f) => String(f.picture),
  attempt: (f) => String(f.attempt),
};

/**
 * Makes a picture's file name from the assignment's rule (see `parseNameRule`), with dates in the course's time zone.
 * The result is sound on every system (see `soundFileName`) and keeps to its target.
 *
 * @throws CoreError `bad-name-rule` for a rule that has a fault
 */
export function formName(rule: string, facts: NameFacts, extension: string, target: NameTarget = {}): string {
  const { parts, faults } = parseNameRule(rule, Object.keys(facts.fields ?? {}));
  const [fault] = faults;
  if (fault) {
    const known = NAME_TOKENS.map((token) => `{${token}}`).join(', ');
    throw new CoreError(
      'bad-name-rule',
      `The name rule cannot be read at ${fault.words}. Known are ${known}.`,
      {
        rule,
        fault,
      },
    );
  }
  return nameOfParts(parts, facts, extension, target);
}

/** @param parts of a rule without a fault */
export function nameOfParts(
  parts: readonly NameRulePart[],
  facts: NameFacts,
  extension: string,
  { alphabet = 'any', longest }: NameTarget,
  dateOf = (pattern: string) => format(new TZDate(facts.at, facts.timeZone), pattern),
): string {
  const own = facts.fields ?? {};
  const stem = parts.map((part) => {
    if (part.kind === 'text') return part.text;
    const { field, shape } = part;
    if (shape.date) return dateOf(shape.date);
    const known = Object.hasOwn(VALUES, field) ? VALUES[field]?.(facts) : undefined;
    const value = known ?? (Object.hasOwn(own, field) ? own[field] : undefined) ?? '';
    return shapeValue(value, shape);
  });
  const letters = inAlphabet(stem.join(''), alphabet);
  // A hyphen in front would be read as an option by programs that are given the name (POSIX.1-2017, 3.170).
  const plain = alphabet === 'any' ? letters : letters.replace(/^-+/, '');
  return soundFileName(plain, extension, longest ?? MAX_NAME_BYTES);
}
