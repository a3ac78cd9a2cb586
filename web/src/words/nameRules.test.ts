import { indexNames, parseNameRule } from '@nachweis/core';
import { describe, expect, it } from 'vitest';
import { lostSentence, ruleFaultSentence, ruleWords } from './nameRules.ts';

describe('a name rule in words', () => {
  it('is said part by part', () => {
    expect(ruleWords(parseNameRule('{surname:upper,ascii}-{given:1}_{picture:00}').parts)).toBe(
      'Names are: the surname, in capitals, in the letters a to z, then “-”, then the given name, its first letter, then “_”, then the number of the picture, with 2 figures.',
    );
    expect(ruleWords(parseNameRule('{station}{date:yyyy}', ['station']).parts)).toBe(
      'Names are: “station” of the class list, then the day it is handed in, as yyyy.',
    );
  });
  it.each([
    ['{surname', /Put } behind it/],
    ['a}', /character 2/],
    ['{shoe}', /column of the class list/],
    ['{surname:loud}', /upper, lower, ascii/],
    ['{date:n}', /yyyy-MM-dd/],
  ])('says of %s what to do', (rule, words) => {
    const [fault] = parseNameRule(rule).faults;
    expect(fault && ruleFaultSentence(fault)).toMatch(words);
  });
  it('asks whether the field that is nearest is meant', () => {
    const [fault] = parseNameRule('{surnam}').faults;
    expect(fault && ruleFaultSentence(fault, 'surname')).toBe('{surnam} is not known. Is {surname} meant?');
  });
  it('names two that would be one', () => {
    const people = ['Ann', 'Kim'].map((givenName) => ({
      id: givenName,
      surname: 'Lee',
      givenName,
      fields: {},
    }));
    const roll = {
      people,
      points: [
        { code: 'P1', title: '', maxPictures: 1 },
        { code: 'P2', title: '', maxPictures: 2 },
      ],
      ...{ attempts: 1, course: 'c', assignment: 'a', timeZone: 'UTC' },
    };
    const said = indexNames('{surname}', roll).lost.map((part) => lostSentence(part, (id) => id));
    expect(said).toEqual([
      'Ann and Kim would both have “Lee.png”. Put {surname}, {given} or a column of the class list into the rule.',
      'P1 and P2 would both have “Lee.png”. Put {point} into the rule.',
      'picture 1 and picture 2 would both have “Lee.png”. Put {picture} into the rule; without it the second picture gets “-2” behind its name.',
    ]);
  });
});
