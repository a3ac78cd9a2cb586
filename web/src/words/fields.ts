import { schemaWords } from './schemaWords.ts';

/** Messages of fields, by the code that the contract gives them. */
const FIELDS: Readonly<Record<string, string>> = {
  'text-too-long': 'At most 20,000 characters.',
  'remark-empty': 'Write something first, or choose a sign.',
  'remark-too-long': 'At most 10,000 characters.',
  'remark-place': 'A remark on a picture needs a place; one to the whole hand-in has none.',
  'reason-missing': 'Give a reason.',
  'title-missing': 'An assignment needs a title.',
  'due-before-open': 'The due time lies before the opening.',
  'late-before-due': 'The late time ends before the due time.',
  'number-unreadable': 'This is no number.',
  'whole-number': 'Give a whole number from 1 to 1000.',
  'whole-or-none': 'Give a whole number up to 1000, or 0.',
  'percent-unreadable': 'Give whole percent up to 100.',
  'minutes-unreadable': 'Give whole minutes up to 10000.',
  'preset-key': 'A key is one letter a to z or one digit.',
  'preset-name': 'A preset needs a name.',
  'mark-set-name': 'A look needs a name.',
  'time-unreadable': 'Give a day and a time.',
  'rule-missing': 'Pictures need a name. {surname}_{point} will do.',
  'rule-unreadable': 'This rule cannot be read. What is wrong stands below it.',
  'name-length': 'Give a whole number of bytes from 32 to 255, or none.',
  'points-missing': 'An assignment needs at least one proof point.',
  'point-title-missing': 'A proof point needs a title.',
  'most-below-least': 'At most has to be at least as many as at least.',
  'words-too-many': 'Give at most ten, each of at most 80 letters.',
  'largest-unreadable': 'Give whole kilobytes from 1 to 25000, or nothing.',
  'size-half': 'Give both sides in whole pixels, or none.',
  'statement-form-missing':
    'Give 1 to 20 questions of at most 300 letters, or say what both ends of the scale mean, with 2 to 10 places.',
  'ratio-unreadable': 'Give both sides of the shape, such as 16:9, or nothing.',
  'points-unreadable': 'Points are a number with at most two decimals, such as 1.5.',
  'must-show-empty': 'Write what must be seen, or remove it.',
  'criterion-title-missing': 'Write what is judged, or remove the criterion.',
  'level-empty': 'Write what this level takes, or remove it.',
  'course-title-missing': 'A course needs a title.',
  'time-zone-unknown': 'This time zone is not known. Write it as in Europe/Berlin.',
  'language-unknown': 'This language is not known. Write it as in en or de.',
  'base64-wrong': 'is not in the letters of Base64.',
  'surname-missing': 'The surname is missing.',
  'email-wrong': 'This is no e-mail address.',
  'tag-too-long': 'A tag has at most 40 letters. Shorten it, or put a comma into it.',
  'tags-too-many': 'A capture has at most 20 tags. Take some away.',
  'field-name': 'A column’s name has letters, digits, - and _ only, and begins with a letter.',
  'password-short': 'A password has at least 8 characters.',
};

/** Whether the contract gives this code to a fault. */
export const isFieldCode = (message: string): boolean => Object.hasOwn(FIELDS, message);

/** The sentence of one field's fault. */
export const fieldSentence = (message: string): string => FIELDS[message] ?? schemaWords(message);

/** Why a file of presets was not taken. */
export function presetFileSentence(
  fileName: string,
  { field, message }: { field: string | null; message: string },
): string {
  if (field === null) return `“${fileName}”: The file is no JSON. Choose a file that was exported here.`;
  const where = field ? `“${field}”` : 'The file';
  return `“${fileName}”: ${where} is wrong: ${(fieldSentence(message) || 'not readable').replace(/[.]$/, '')}. Nothing was imported.`;
}
