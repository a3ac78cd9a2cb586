import type { FieldShape, LostPart, NameRuleFault, NameRulePart, RuleNote } from '@nachweis/core';

const FIELD_WORDS: Readonly<Record<string, string>> = {
  surname: 'the surname',
  given: 'the given name',
  course: 'the course',
  assignment: 'the assignment',
  point: 'the proof point',
  picture: 'the number of the picture',
  attempt: 'the number of the attempt',
};

/** What is wrong with a rule, and what to do. @param near the field that an unknown one is most like */
export function ruleFaultSentence({ code, words, start }: NameRuleFault, near?: string): string {
  const sentences: Record<NameRuleFault['code'], string> = {
    'not-closed': `“${words}” begins a part that does not end. Put } behind it.`,
    'not-opened': `The } at character ${start + 1} ends a part that does not begin. Put { in front, or remove it.`,
    'unknown-field': near
      ? `${words} is not known. Is {${near}} meant?`
      : `${words} is not known. A column of the class list has to be in the list of everybody.`,
    'unknown-shape': `${words} cannot be read behind its colon. Known are upper, lower, ascii and a number for most letters; for numbers, zeros such as 00.`,
    'bad-date': `The date in ${words} cannot be read. Use fields such as yyyy-MM-dd or HHmm.`,
  };
  return sentences[code];
}

/** What becomes of pictures while their rule has a fault. */
export const PLAIN_NAMES =
  'Until that is put right, names are the surname, the assignment, the proof point and the number of the picture:';

/** A rule in a sentence, part by part. */
export function ruleWords(parts: readonly NameRulePart[]): string {
  const words = parts
    .map((part) => (part.kind === 'text' ? `“${part.text}”` : fieldWords(part.field, part.shape)))
    .join(', then ');
  return `Names are: ${words}.`;
}

function fieldWords(field: string, { date, width, letters, ascii, most }: FieldShape): string {
  if (date) return `the day it is handed in, as ${date}`;
  const shaped = [
    letters === 'upper' && 'in capitals',
    letters === 'lower' && 'in small letters',
    ascii && 'in the letters a to z',
    most !== undefined && (most === 1 ? 'its first letter' : `its first ${most} letters`),
    width !== undefined && width > 1 && `with ${width} figures`,
  ].filter((words) => typeof words === 'string');
  return [FIELD_WORDS[field] ?? `“${field}” of the class list`, ...shaped].join(', ');
}

/** What a rule can say that its names do not have. */
export const RULE_NOTES: Readonly<Record<RuleNote, string>> = {
  'signs-replaced': 'Some signs cannot stand in the name of a file; “-” stands in their place.',
  'extension-twice': 'What the name ends with by its format is added by itself. Take it out of the rule.',
};

const REMEDY: Readonly<Record<LostPart['part'], string>> = {
  personId: 'Put {surname}, {given} or a column of the class list into the rule.',
  point: 'Put {point} into the rule.',
  picture: 'Put {picture} into the rule; without it the second picture gets “-2” behind its name.',
  attempt: 'Give {attempt} its whole number.',
};

/** What names do not tell apart, with two that would be one, and what to do. */
export function lostSentence(
  { part, first, second, name }: LostPart,
  personOf: (id: string) => string,
): string {
  const two =
    part === 'personId'
      ? `${personOf(first.personId)} and ${personOf(second.personId)}`
      : `${part === 'point' ? first.point : `${part} ${first[part]}`} and ${part === 'point' ? second.point : `${part} ${second[part]}`}`;
  return `${two} would both have “${name}”. ${REMEDY[part]}`;
}
