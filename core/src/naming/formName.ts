import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { CoreError } from '../errors.ts';
import { soundFileName } from './fileName.ts';
import type { Fields } from './fillFields.ts';

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

const TOKENS: Readonly<Record<string, (facts: NameFacts) => string>> = {
  surname: (f) => f.surname,
  given: (f) => f.givenName,
  course: (f) => f.course,
  assignment: (f) => f.assignment,
  point: (f) => f.point,
  picture: (f) => String(f.picture),
  attempt: (f) => String(f.attempt),
};

export const NAME_TOKENS = [...Object.keys(TOKENS), 'date'] as const;
const DEFAULT_DATE = 'yyyy-MM-dd';

/**
 * Makes a picture's file name from the assignment's rule.
 *
 * A rule is text with tokens in braces: `{surname}_{point}_{date:yyyyMMdd-HHmm}`; columns of the class list are tokens
 * too. Date fields are those of Unicode
 * TR 35 as date-fns reads them, in the course's time zone. Spaces in a token's value become hyphens, so that a name
 * made by a rule never needs quoting. The result is sound on every system (see `soundFileName`).
 *
 * @throws CoreError `bad-name-rule` for an unknown token or a date pattern that cannot be read
 */
export function formName(rule: string, facts: NameFacts, extension: string): string {
  const stem = rule.replace(/\{([^{}]*)\}/g, (_, inner: string) => {
    const [token = '', pattern] = splitOnce(inner, ':');
    if (token === 'date') return formatDate(facts, pattern ?? DEFAULT_DATE);
    const own = facts.fields ?? {};
    const known = Object.hasOwn(TOKENS, token) ? TOKENS[token]?.(facts) : undefined;
    const value = known ?? (Object.hasOwn(own, token) ? own[token] : undefined);
    if (value === undefined) {
      throw new CoreError(
        'bad-name-rule',
        `The name rule has an unknown part {${inner}}. Known are ${NAME_TOKENS.map((t) => `{${t}}`).join(', ')}.`,
        { rule, token },
      );
    }
    return value.trim().replace(/\s+/g, '-');
  });
  return soundFileName(stem, extension);
}

function formatDate({ at, timeZone }: NameFacts, pattern: string): string {
  try {
    return format(new TZDate(at, timeZone), pattern);
  } catch (cause) {
    throw new CoreError(
      'bad-name-rule',
      `The date pattern "${pattern}" cannot be read. Use fields such as yyyy-MM-dd or HHmm.`,
      { pattern, cause },
    );
  }
}

function splitOnce(text: string, at: string): [string, string | undefined] {
  const index = text.indexOf(at);
  return index < 0 ? [text, undefined] : [text.slice(0, index), text.slice(index + 1)];
}
