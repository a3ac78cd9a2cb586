import { describe, expect, it } from 'vitest';
import { fillFields } from './fillFields.ts';
import { listName, nameOrder } from './sortName.ts';

const person = (givenName: string, surname: string, sortName: string | null = null) => ({
  givenName,
  surname,
  sortName,
});

describe('listName', () => {
  // Source: IFLA, "Names of Persons" (1996); from memory.
  it.each([
    ['nl', 'Noor', 'van der Laan', 'Laan, Noor van der'],
    ['en', 'Noor', 'van der Laan', 'van der Laan, Noor'],
    ['de-AT', 'Johann', 'von Goethe', 'Goethe, Johann von'],
    ['de', 'Anna', 'von der Tann', 'Tann, Anna von der'],
    ['de', 'Ali', 'Der', 'Der, Ali'],
    ['nl', 'Jan', 'Van', 'Van, Jan'],
    ['en', 'Kwame', 'Asante-Boadi', 'Asante-Boadi, Kwame'],
  ])('in %s: %s %s is %s', (language, given, surname, listed) => {
    expect(listName(person(given, surname), language)).toBe(listed);
  });
  it('is what the class list says, where it says it', () => {
    expect(listName(person('Wen', 'Liangyu', 'Wen Liangyu'), 'en')).toBe('Wen Liangyu');
    // Fact: many people, in Indonesia for instance, have one name only; common practice, no source.
    expect(listName(person('', 'Suryani'), 'id')).toBe('Suryani');
    expect(listName(person('', 'van der Laan'), 'nl')).toBe('Laan, van der');
  });
});

describe('nameOrder', () => {
  // Unicode CLDR collation: Swedish has Å, Ä, Ö after Z, Danish Æ, Ø, Å; English and German sort them with their base letters.
  it.each([
    ['sv', ['Zieliński', 'Åberg', 'Ödegård']],
    ['en', ['Åberg', 'Ödegård', 'Zieliński']],
    ['de', ['Åberg', 'Ödegård', 'Zieliński']],
    ['da', ['Zieliński', 'Ödegård', 'Åberg']],
  ])('in %s', (language, order) => {
    expect(['Ödegård', 'Zieliński', 'Åberg'].sort(nameOrder(language))).toEqual(order);
  });
});

describe('fillFields', () => {
  it('puts in what the class list knows, and leaves the rest', () => {
    expect(fillFields('station {station}, group { group }', { station: 'NE-862', group: '4' })).toBe(
      'station NE-862, group 4',
    );
    expect(fillFields('{unknown} {constructor} {} {', {})).toBe('{unknown} {constructor} {} {');
    expect(fillFields('{a}', { a: '{b}', b: 'no' })).toBe('{b}');
  });
});
