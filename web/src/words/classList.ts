import { type LineChange, MAX_PEOPLE, type PeopleAnswer, type Role } from '@nachweis/contract';
import { fieldSentence } from './fields.ts';
import { ROLE_WORDS } from './roles.ts';
import { WORKBOOK } from './tables.ts';

export const OUTCOMES: Readonly<Record<PeopleAnswer['lines'][number]['outcome'], string>> = {
  new: 'new',
  joins: 'is known, comes into this course',
  changes: 'is changed',
  same: 'stays as it is',
  twice: 'the e-mail stands in an earlier line too',
  'own-role': 'would change your own role, which somebody else has to do',
};

type Counted = PeopleAnswer['lines'][number]['outcome'] | 'marked';

/** In the order in which they are counted up. */
const COUNTED: ReadonlyArray<readonly [Counted, string]> = [
  ['new', 'new'],
  ['joins', 'known, coming into this course'],
  ['changes', 'changed'],
  ['same', 'as they are'],
  ['marked', 'marked'],
];

/** "298 new, 2 marked"; what is marked is left out once that was decided */
export const countsInWords = (counts: ReadonlyMap<Counted, number>, leavingOut = false): string =>
  COUNTED.flatMap(([what, words]) =>
    counts.has(what) ? `${counts.get(what)} ${what === 'marked' && leavingOut ? 'left out' : words}` : [],
  ).join(', ');

export const CHANGED_MEANWHILE =
  'Somebody changed the people of this course meanwhile. Nothing was entered: look at what becomes of each line now.';

/** "role: marker → student" */
export function changeWords({ of, column, from, to }: LineChange): string {
  const [was, will] = of === 'role' ? [ROLE_WORDS[from as Role], ROLE_WORDS[to as Role]] : [from, to];
  const what = of === 'column' ? column : of === 'sort-name' ? 'sorted as' : of;
  return `${what}: ${was || 'nothing'} → ${will || 'nothing'}`;
}

/** Why nothing of a class list can be taken. */
export type ListRefusal =
  | 'empty'
  | 'no-surname'
  | 'no-email'
  | 'too-long'
  | 'workbook'
  | 'package'
  | 'several'
  | 'no-users'
  | 'no-enrollments';

export const REFUSED: Readonly<Record<ListRefusal, string>> = {
  empty: 'There is no line in it beside the names of the columns.',
  'no-surname': 'Which column holds the surname, or the whole name?',
  'no-email': 'Which column holds the e-mail address?',
  'too-long': `It has more than ${MAX_PEOPLE} lines. Split it.`,
  workbook: WORKBOOK,
  package:
    'This file cannot be read: it is damaged, or asks for a password. Of a school’s export choose users, classes and enrollments, unpacked. A spreadsheet: save it as CSV in its program, or copy the cells and paste them here.',
  several: 'Choose one list, or users, classes and enrollments of a school’s export (OneRoster) together.',
  'no-users': 'The users are missing (users.csv). Choose them together with the other files.',
  'no-enrollments':
    'Who is in which class is missing (enrollments.csv). Choose it together with the other files.',
};

/** What a column can hold. */
export const KIND_WORDS: Readonly<
  Record<'surname' | 'givenName' | 'wholeName' | 'email' | 'role' | 'sortName' | 'own' | 'none', string>
> = {
  surname: 'surname',
  givenName: 'given name',
  wholeName: 'the whole name',
  email: 'e-mail address',
  role: 'role',
  sortName: 'name as it is sorted',
  own: 'kept as a column of its own',
  none: 'left out',
};

export const lineFault = (code: string): string =>
  code === 'role-unknown' ? 'This role is not known: student, teacher or marker.' : fieldSentence(code);
