import { format } from 'date-fns/format';

/** Letters that a target allows in names. */
export const NAME_ALPHABETS = ['any', 'portable', 'web'] as const;
export type NameAlphabet = (typeof NAME_ALPHABETS)[number];

/** How a field's value is shaped before it stands in a name. */
export interface FieldShape {
  /** a date's fields, by Unicode TR 35 */
  date?: string;
  /** fewest digits of a number */
  width?: number;
  letters?: 'upper' | 'lower';
  /** in the 26 Latin letters */
  ascii?: true;
  /** most characters, as the prefix modifier of RFC 6570, 2.4.1 */
  most?: number;
}

export type NameRulePart =
  | { kind: 'text'; text: string }
  | { kind: 'field'; field: string; shape: FieldShape };

export const NUMBER_FIELDS = ['picture', 'attempt'] as const;
export const TEXT_FIELDS = ['surname', 'given', 'course', 'assignment', 'point'] as const;
export const NAME_TOKENS = [...TEXT_FIELDS, ...NUMBER_FIELDS, 'date'] as const;
export const DEFAULT_DATE = 'yyyy-MM-dd';

/** What is wrong with a rule, and from which character to which. */
export interface NameRuleFault {
  code: 'not-closed' | 'not-opened' | 'unknown-field' | 'unknown-shape' | 'bad-date';
  /** in characters of the rule, as JavaScript counts them; `end` is the first one behind */
  start: number;
  end: number;
  /** the words that could not be read */
  words: string;
}

export interface ParsedRule {
  parts: NameRulePart[];
  /** in the order in which they stand; a rule with none can be used */
  faults: NameRuleFault[];
}

const isOneOf = (list: readonly string[], word: string): boolean => list.includes(word);

/**
 * Reads a name rule: text with fields in braces, as in RFC 6570, and behind a colon how each is shaped.
 *
 * `{surname:upper,ascii,12}` `{picture:00}` `{date:yyyyMMdd}`: letters by `upper`, `lower` and `ascii`, a number is the
 * most characters (RFC 6570, 2.4.1); zeros are the fewest digits (Unicode TR 35, number patterns); a date has the
 * fields of Unicode TR 35.
 *
 * @param columns of the class list, which are fields too
 */
export function parseNameRule(rule: string, columns: readonly string[] = []): ParsedRule {
  const parts: NameRulePart[] = [];
  const faults: NameRuleFault[] = [];
  const fault = (code: NameRuleFault['code'], start: number, end: number) =>
    faults.push({ code, start, end, words: rule.slice(start, end) });
  let at = 0;
  while (at < rule.length) {
    const brace = rule.slice(at).search(/[{}]/);
    if (brace !== 0) {
      const end = brace < 0 ? rule.length : at + brace;
      parts.push({ kind: 'text', text: rule.slice(at, end) });
      at = end;
      continue;
    }
    const end = rule.slice(at + 1).search(/[{}]/) + at + 1;
    if (rule[at] === '}') {
      fault('not-opened', at, at + 1);
      at++;
    } else if (end <= at || rule[end] === '{') {
      const until = end <= at ? rule.length : end;
      fault('not-closed', at, until);
      at = until;
    } else {
      const inner = rule.slice(at + 1, end);
      const colon = inner.indexOf(':');
      const field = (colon < 0 ? inner : inner.slice(0, colon)).trim();
      const words = colon < 0 ? '' : inner.slice(colon + 1);
      const shape = readShape(field, words);
      if (!isOneOf(NAME_TOKENS, field) && !columns.includes(field)) fault('unknown-field', at, end + 1);
      else if (shape === null) fault(field === 'date' ? 'bad-date' : 'unknown-shape', at, end + 1);
      else parts.push({ kind: 'field', field, shape });
      at = end + 1;
    }
  }
  return { parts, faults };
}

/** @returns null where the words cannot be read */
function readShape(field: string, words: string): FieldShape | null {
  if (field === 'date') {
    const date = words || DEFAULT_DATE;
    return isDatePattern(date) ? { date } : null;
  }
  const shape: FieldShape = {};
  for (const word of words.split(',').map((one) => one.trim())) {
    if (word === '') continue;
    if (word === 'upper' || word === 'lower') shape.letters = word;
    else if (word === 'ascii') shape.ascii = true;
    else if (/^0{1,4}$/.test(word) && isOneOf(NUMBER_FIELDS, field)) shape.width = word.length;
    else if (/^[1-9][0-9]{0,2}$/.test(word) && !isOneOf(NUMBER_FIELDS, field)) shape.most = Number(word);
    else return null;
  }
  return shape;
}

function isDatePattern(pattern: string): boolean {
  try {
    return format(new Date(0), pattern) !== '';
  } catch {
    return false;
  }
}
