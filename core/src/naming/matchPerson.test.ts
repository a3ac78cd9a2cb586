import { describe, expect, it } from 'vitest';
import { followsIn, personFinder } from './matchPerson.ts';
import { isSlipOf, wordsOf } from './nameWords.ts';

const person = (surname: string, givenName: string, fields: Record<string, string> = {}) => ({
  ...{ id: surname, surname, givenName, fields },
});
const PEOPLE = [
  person('Okonkwo', 'Adaeze', { station: 'G-17-B', bench: 'west 3' }),
  person('Lindqvist', 'Ida', { station: 'G-18-B', bench: 'west 3' }),
  person('Castellano', 'Marco', { station: '19' }),
];
const ROLL = {
  ...{ people: PEOPLE, points: [], attempts: 1, course: 'Field Data', assignment: 'Survey' },
  timeZone: 'Europe/Vienna',
};
const find = personFinder(ROLL, () => false);
const who = (name: string) => {
  const { personId, why } = find(wordsOf(name));
  return `${personId}: ${why}`;
};

describe('who is meant', () => {
  it('is who alone has a value of the class list', () => {
    expect(who('G-17-B')).toBe('Okonkwo: column');
    expect(who('17-B')).toBe('null: no-person');
    // Two have it, so that it speaks of neither; the name does.
    expect(who('west 3')).toBe('null: no-person');
    expect(who('west 3 Adaeze Okonkwo')).toBe('Okonkwo: full-name');
    // Two signs stand in too many names.
    expect(who('19')).toBe('null: no-person');
  });
  it('is left open where a value and a name speak of different people', () => {
    expect(who('G-17-B Adaeze Okonkwo')).toBe('Okonkwo: column');
    expect(who('G-17-B Ida Lindqvist')).toBe('null: several-people');
    expect(who('G-17-B G-18-B')).toBe('null: several-people');
  });
});

it('words follow one another, or do not', () => {
  const words = ['g', '17', 'b', 'g', '18'];
  expect(followsIn(words, ['17', 'b'])).toBe(true);
  expect(followsIn(words, ['b', '17'])).toBe(false);
  expect(followsIn(words, ['17', 'g'])).toBe(false);
  expect(followsIn(words, ['18', 'b'])).toBe(false);
  expect(followsIn(words, [])).toBe(false);
});

describe('a slip', () => {
  // Source: the four single slips of typing, F. J. Damerau, Communications of the ACM 7 (1964), 171-176; from memory.
  it.each([
    ['a letter too many', 'okonkwoo', 'okonkwo'],
    ['a letter too few', 'okonko', 'okonkwo'],
    ['a wrong letter', 'okonkvo', 'okonkwo'],
    ['two that changed places, at the beginning', 'koonkwo', 'okonkwo'],
    ['two that changed places, in the middle', 'oknokwo', 'okonkwo'],
    ['two that changed places, at the end', 'okonkow', 'okonkwo'],
  ])('is %s', (_, word, meant) => {
    expect(isSlipOf(word, meant)).toBe(true);
    expect(isSlipOf(meant, word)).toBe(true);
  });
  it.each([
    ['the same word', 'okonkwo', 'okonkwo'],
    ['two slips', 'okonkvoo', 'okonkwo'],
    ['letters that changed places over others', 'okwnkoo', 'okonkwo'],
    ['two pairs that changed places', 'koonkow', 'okonkwo'],
    ['a short word', 'tims', 'kims'],
    ['two letters less', 'okonk', 'okonkwo'],
  ])('is not %s', (_, word, meant) => {
    expect(isSlipOf(word, meant)).toBe(false);
    expect(isSlipOf(meant, word)).toBe(false);
  });
});
