import { checkName, indexNames } from '@nachweis/core';
import { expect, it } from 'vitest';
import { nameCheckSentences } from './nameChecks.ts';

const index = indexNames('{surname}_{point}', {
  people: [
    { id: 'kim', surname: 'Lee', givenName: 'Kim', fields: {} },
    { id: 'ngozi', surname: 'Okafor', givenName: 'Ngozi', fields: {} },
  ],
  points: [{ code: 'P1', title: 'The table', maxPictures: 1 }],
  attempts: 1,
  course: 'Field Data Skills',
  assignment: 'Rating curve',
  timeZone: 'Europe/Berlin',
});
const said = (name: string) =>
  nameCheckSentences(checkName(name, index), (id) => (id === 'kim' ? 'Lee, Kim' : 'Okafor, Ngozi'));

it('says what a name is, and what would make it one of the rule', () => {
  expect(said('okafor_p1.png')).toEqual(['It is by the rule: Okafor, Ngozi, P1, picture 1.']);
  expect(said('Okafr_P1.png')).toEqual([
    'It is not by the rule. With one character changed it is “Okafor_P1.png” (Okafor, Ngozi, P1, picture 1).',
  ]);
  expect(said('holiday.png')).toEqual(['It is not by the rule, and no name of the rule is near it.']);
  expect(said('Lee:P1.png')).toEqual([
    'Not every system takes this name: it has a character that not every system takes. “Lee-P1.png” works.',
    'It is not by the rule. With one character changed it is “Lee_P1.png” (Lee, Kim, P1, picture 1).',
  ]);
});
