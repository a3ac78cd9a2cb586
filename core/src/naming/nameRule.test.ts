import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formName, type NameFacts } from './formName.ts';
import { manyPeople } from './manyPeople.testing.ts';
import { parseNameRule } from './nameRule.ts';
import { meantField, ruleNotes } from './ruleNotes.ts';
import { inAlphabet, toAscii } from './shapeValue.ts';

const FACTS: NameFacts = {
  surname: 'Größler',
  givenName: 'Zoë',
  course: 'Field Data Skills 2',
  assignment: 'Rating curve',
  point: 'P2',
  picture: 3,
  attempt: 1,
  fields: { station: 'KX-07' },
  at: '2026-11-05T09:30:00Z',
  timeZone: 'Europe/Berlin',
};

describe('parseNameRule', () => {
  it('reads text and fields with their shapes', () => {
    expect(parseNameRule('a_{surname:upper,ascii,12}{picture:00} {date:yyyyMMdd}')).toEqual({
      parts: [
        { kind: 'text', text: 'a_' },
        { kind: 'field', field: 'surname', shape: { letters: 'upper', ascii: true, most: 12 } },
        { kind: 'field', field: 'picture', shape: { width: 2 } },
        { kind: 'text', text: ' ' },
        { kind: 'field', field: 'date', shape: { date: 'yyyyMMdd' } },
      ],
      faults: [],
    });
  });
  it.each([
    ['{surname', 'not-closed', 0, 8],
    ['a{given{point}', 'not-closed', 1, 7],
    ['a}_{point}', 'not-opened', 1, 2],
    ['{shoe}', 'unknown-field', 0, 6],
    ['{}', 'unknown-field', 0, 2],
    ['{surname:loud}', 'unknown-shape', 0, 14],
    ['{surname:00}', 'unknown-shape', 0, 12],
    ['{picture:3}', 'unknown-shape', 0, 11],
    ['x {date:n}', 'bad-date', 2, 10],
  ])('says of %s what is wrong and where', (rule, code, start, end) => {
    const { faults } = parseNameRule(rule);
    expect(faults).toEqual([{ code, start, end, words: rule.slice(start, end) }]);
  });
  it('says which field is meant by one that is nearly written so', () => {
    const near = (rule: string) =>
      parseNameRule(rule, ['station']).faults.map((fault) => meantField(fault, ['station']));
    expect(near('{surnam}{SURNAME:upper}{Point}{staton}')).toEqual([
      'surname',
      'surname',
      'point',
      'station',
    ]);
    expect(near('{shoe}{x}{}')).toEqual([undefined, undefined, undefined]);
  });
  it('notes what no name can have, and an extension that names have already', () => {
    const notes = (rule: string) => ruleNotes(parseNameRule(rule).parts);
    expect(notes('{surname}_{point}')).toEqual([]);
    expect(notes('{surname}/{point}')).toEqual(['signs-replaced']);
    expect(notes('{surname}: {point}.PNG')).toEqual(['signs-replaced', 'extension-twice']);
    expect(notes('png_{surname}.{point}')).toEqual([]);
  });
  it('knows the columns of a class list, and names all faults', () => {
    expect(parseNameRule('{station:lower}', ['station']).faults).toEqual([]);
    expect(parseNameRule('{station}{shoe').faults.map(({ code }) => code)).toEqual([
      'unknown-field',
      'not-closed',
    ]);
  });
  it('reads anything without an error, and keeps every character of it', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('{', '}', ':', 'a', '0', ',', 'é') }), (rule) => {
        const { parts, faults } = parseNameRule(rule);
        const text = parts.map((part) => (part.kind === 'text' ? part.text : '')).join('');
        const wrong = faults.map(({ words }) => words).join('');
        // Here every field is one that is not known.
        expect([...text, ...wrong].sort().join('')).toBe([...rule].sort().join(''));
      }),
    );
  });
});

describe('a shaped field', () => {
  it.each([
    ['{surname:ascii,upper}', 'GROESSLER.png'],
    ['{surname:3}', 'Grö.png'],
    ['{surname:ascii,3}', 'Gro.png'],
    ['{given:lower,1}', 'z.png'],
    ['{picture:00}', '03.png'],
    ['{station:lower}', 'kx-07.png'],
  ])('%s gives %s', (rule, name) => {
    expect(formName(rule, FACTS, 'png')).toBe(name);
  });
  it('keeps whole letters where it is cut (RFC 6570, 2.4.1 counts code points)', () => {
    expect(formName('{surname:2}', { ...FACTS, surname: '𠮷野' }, 'png')).toBe('𠮷野.png');
  });
});

describe('toAscii', () => {
  // ICAO Doc 9303, part 3, section 6 A: recommended transliterations, its first choice; from memory.
  it.each([
    ['Ä', 'Ae'],
    ['Ö', 'Oe'],
    ['Ü', 'Ue'],
    ['Å', 'Aa'],
    ['Æ', 'Ae'],
    ['Ø', 'Oe'],
    ['ß', 'ss'],
    ['Þ', 'Th'],
    ['Ñ', 'N'],
    ['Ł', 'L'],
    ['Ç', 'C'],
    ['Ś', 'S'],
  ])('writes %s as %s', (letter, ascii) => {
    expect(toAscii(letter)).toBe(ascii);
  });
});

describe('a target', () => {
  const names = manyPeople(7, 40).map(({ surname, givenName }) => `${givenName} ${surname}`);
  it('has more than 2,000 names in many scripts here', () => {
    expect(names.length).toBeGreaterThan(2000);
  });
  // POSIX.1-2017, 3.282: the portable file name character set, which a name does not begin with a hyphen of (3.170).
  it('portable keeps to the portable set of POSIX', () => {
    for (const surname of names)
      expect(formName('{surname}_{point}', { ...FACTS, surname }, 'png', { alphabet: 'portable' })).toMatch(
        /^[A-Za-z0-9._][A-Za-z0-9._-]*$/,
      );
  });
  // RFC 3986, 2.3: unreserved characters, so that nothing of a name needs an escape in an address.
  it('web keeps to what an address takes as it is', () => {
    for (const surname of names) {
      const name = formName('{surname} {point}', { ...FACTS, surname }, 'png', { alphabet: 'web' });
      expect(encodeURIComponent(name)).toBe(name);
    }
  });
  it('keeps to its greatest length in bytes', () => {
    for (const surname of names)
      expect(
        new TextEncoder().encode(formName('{surname}', { ...FACTS, surname }, 'png', { longest: 16 })).length,
      ).toBeLessThanOrEqual(16);
  });
  it('leaves what it allows as it is', () => {
    expect(inAlphabet('A-z_0.9', 'portable')).toBe('A-z_0.9');
    expect(inAlphabet('a~b c', 'web')).toBe('a~b-c');
    expect(inAlphabet('Größe', 'any')).toBe('Größe');
  });
});
