import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { fileNameFaults } from './fileName.ts';
import { formName } from './formName.ts';
import { manyPeople } from './manyPeople.testing.ts';
import { isDate } from './nameDates.ts';
import { indexNames, type NameRoll, stemOf } from './nameIndex.ts';
import { NAME_ALPHABETS } from './nameRule.ts';

const people = manyPeople(11, 32).map((person) => ({
  ...person,
  fields: { station: person.id.replace('_', '') },
}));
const roll = (some: NameRoll['people']): NameRoll => ({
  people: some,
  points: [
    { code: 'P1', title: 'Sensor settings', maxPictures: 2 },
    { code: 'P2', title: 'Rating curve', maxPictures: 1 },
  ],
  attempts: 2,
  course: 'Field Data Skills 2',
  assignment: 'Rating curve',
  timeZone: 'Europe/Berlin',
});
const at = '2026-11-05T09:30:00Z';
const kim = { id: 'kim', surname: 'Lee', givenName: 'Kim', fields: { station: 'KX-07' } };
const folder = mkdtempSync(join(tmpdir(), 'nachweis-names-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('indexNames', () => {
  it('reads back every name of a rule it calls readable, for more than 2,000 people in many scripts', () => {
    expect(people.length).toBeGreaterThan(2000);
    const rule = '{station}_{surname}_{given}_{point}_{picture}_{attempt}';
    const all = roll(people);
    const index = indexNames(rule, all);
    expect(index).toMatchObject({ lost: [], cut: null, readable: true });
    for (const person of people)
      for (const attempt of [1, 2]) {
        const says = { point: 'P1', picture: 2, attempt };
        const name = formName(rule, { ...all, ...person, ...says, at }, 'webp');
        expect(index.read(name)).toEqual([{ personId: person.id, ...says }]);
      }
  });
  it('does so for any rule and any few people, in each alphabet, with a date too, or says what is lost', () => {
    const piece = fc.constantFrom(
      '{surname}',
      '{given:upper}',
      '{surname:ascii,4}',
      '{station:lower}',
      '{point}',
      '{picture:00}',
      '{attempt}',
      '{date:yyyyMMdd-HHmm}',
      '{date:d MMMM yyyy}',
      '_',
      ' - ',
      'a1',
    );
    const rules = fc.array(piece, { minLength: 1, maxLength: 8 }).map((pieces) => pieces.join(''));
    const few = fc.shuffledSubarray(people, { minLength: 1, maxLength: 4 });
    let readable = 0;
    fc.assert(
      fc.property(rules, few, fc.constantFrom(...NAME_ALPHABETS), (rule, some, alphabet) => {
        const all = roll(some);
        const index = indexNames(rule, all, { alphabet });
        if (!index.readable) return;
        readable++;
        for (const person of some) {
          const says = { point: 'P1', picture: 2, attempt: rule.includes('{attempt}') ? 2 : 1 };
          const name = formName(rule, { ...all, ...person, ...says, at }, 'png', { alphabet });
          expect(index.read(name)).toContainEqual({ personId: person.id, ...says });
          expect(fileNameFaults(name)).toEqual([]);
        }
      }),
      { numRuns: 300 },
    );
    expect(readable).toBeGreaterThan(10);
  });
  it('makes names that the file system here takes, and gives back', () => {
    const all = roll(people);
    const names = people.map((person) =>
      formName(
        '{surname}_{given}_{station}',
        { ...all, ...person, point: 'P1', picture: 1, attempt: 1, at },
        'png',
      ),
    );
    for (const name of names) writeFileSync(join(folder, name), '');
    expect(new Set(readdirSync(folder))).toEqual(new Set(names));
  });
  it('says which part a rule loses, with two that would be one', () => {
    const other = { ...kim, id: 'other', givenName: 'Ann' };
    const { lost, readable } = indexNames('{surname}_{point}', roll([kim, other]));
    expect(readable).toBe(false);
    expect(lost.map(({ part }) => part)).toEqual(['personId', 'picture']);
    expect(lost[0]).toMatchObject({
      first: { personId: 'kim' },
      second: { personId: 'other' },
      name: 'Lee_P1.png',
    });
  });
  it('says whose name is cut', () => {
    const long = { ...kim, surname: 'L'.repeat(300) };
    expect(indexNames('{surname}_{point}_{picture}', roll([kim, long])).cut).toMatchObject({
      personId: 'kim',
    });
    expect(indexNames('{surname}_{point}_{picture}', roll([kim]), { longest: 12 }).readable).toBe(false);
  });
  it('makes nothing of a rule with a fault', () => {
    const index = indexNames('{surname', roll([kim]));
    expect(index.readable).toBe(false);
    expect(index.read('Lee.png')).toEqual([]);
  });
  it('takes a name however its letters are cased and composed', () => {
    const zoe = { ...kim, givenName: 'Zoë' };
    const index = indexNames('{given}_{point}_{picture}', roll([zoe]));
    for (const name of ['Zoë_P1_1.png', 'ZOË_p1_1.JPG', 'Zoe\u0308_P1_1.png'])
      expect(index.read(name)).toMatchObject([{ personId: 'kim', point: 'P1', picture: 1 }]);
    expect(index.read('Zoe_P1_1.png')).toEqual([]);
  });
});

describe('isDate', () => {
  it.each([
    ['20261105', 'yyyyMMdd', true],
    ['20261305', 'yyyyMMdd', false],
    ['20260229', 'yyyyMMdd', false],
    ['2026-11-05', 'yyyy-MM-dd', true],
    ['2026_11_05', 'yyyy-MM-dd', true],
    ['5-november-2026', 'd MMMM yyyy', true],
    ['5-novembre-2026', 'd MMMM yyyy', false],
    ['0930', 'HHmm', true],
    ['2530', 'HHmm', false],
  ])('%s by %s: %s', (text, pattern, is) => {
    expect(isDate(text, pattern)).toBe(is);
  });
});

describe('stemOf', () => {
  it('leaves out the last extension only', () => {
    expect(stemOf('a.b.png')).toBe('a.b');
    expect(stemOf('.png')).toBe('.png');
  });
});
