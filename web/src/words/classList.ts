import { MAX_PEOPLE, type PeopleAnswer } from '@nachweis/contract';
import { fieldSentence } from './fields.ts';

export const OUTCOMES: Readonly<Record<PeopleAnswer['lines'][number]['outcome'], string>> = {
  new: 'new',
  joins: 'is known, comes into this course',
  changes: 'is changed',
  same: 'stays as it is',
  twice: 'the e-mail stands in an earlier line too',
  'own-role': 'would change your own role, which somebody else has to do',
};

/** Why nothing of a class list can be taken. */
export type ListRefusal = 'empty' | 'no-surname' | 'no-email' | 'too-long';

export const REFUSED: Readonly<Record<ListRefusal, string>> = {
  empty: 'There is no line in it beside the names of the columns.',
  'no-surname': 'It has no column for the surname. Name one “familyName” or “surname”.',
  'no-email': 'It has no column for the e-mail address. Name one “email”.',
  'too-long': `It has more than ${MAX_PEOPLE} lines. Split it.`,
};

export const lineFault = (code: string): string =>
  code === 'role-unknown' ? 'This role is not known: student, teacher or marker.' : fieldSentence(code);
