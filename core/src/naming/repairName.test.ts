import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fileNameFaults } from './fileName.ts';
import { formName } from './formName.ts';
import { manyPeople } from './manyPeople.testing.ts';
import { indexNames, type NameRoll } from './nameIndex.ts';
import { checkName } from './repairName.ts';

const roll: NameRoll = {
  people: [
    { id: 'kim', surname: 'Lee', givenName: 'Kim', fields: {} },
    { id: 'tim', surname: 'Lee', givenName: 'Tim', fields: {} },
    { id: 'ngozi', surname: 'Okafor', givenName: 'Ngozi', fields: {} },
    { id: 'jana', surname: 'Nováková', givenName: 'Jana', fields: {} },
  ],
  points: [
    { code: 'P1', title: 'The table', maxPictures: 2 },
    { code: 'P2', title: 'The curve', maxPictures: 1 },
  ],
  attempts: 1,
  course: 'Field Data Skills',
  assignment: 'Rating curve',
  timeZone: 'Europe/Berlin',
};
const RULE = '{surname}-{given}_{point}_{picture}';
const index = indexNames(RULE, roll);

describe('checkName', () => {
  it('says what a name of the rule says, and nothing is to be repaired', () => {
    expect(checkName('Okafor-Ngozi_P2_1.png', index)).toEqual({
      faults: [],
      sound: 'Okafor-Ngozi_P2_1.png',
      says: [{ personId: 'ngozi', point: 'P2', picture: 1, attempt: 1 }],
      nearest: [],
    });
  });
  it.each([
    ['Okafor-Ngozi-P2_1.jpg', 'Okafor-Ngozi_P2_1.jpg', 1],
    ['Okafr-Ngozi_P1_2.png', 'Okafor-Ngozi_P1_2.png', 1],
    ['okafor ngozi p2 1.png', 'Okafor-Ngozi_P2_1.png', 3],
    ['Novakova-Jana_P1_1.png', 'Nováková-Jana_P1_1.png', 2],
    ['Okafor-Ngozi_P1_1', 'Okafor-Ngozi_P1_1', 0],
  ])('finds the smallest change: %s becomes %s', (given, meant, edits) => {
    const { says, nearest } = checkName(given, index);
    if (edits === 0) return expect(says).toHaveLength(1);
    expect(nearest.map(({ name, edits: count }) => [name, count])).toEqual([[meant, edits]]);
  });
  it('names all that are as near, and none where all are far', () => {
    const twins = checkName('Lee-im_P1_1.png', index).nearest.map(({ name }) => name);
    expect(twins.sort()).toEqual(['Lee-Kim_P1_1.png', 'Lee-Tim_P1_1.png']);
    expect(checkName('screenshot 2026-11-05.png', index).nearest).toEqual([]);
  });
  it('repairs what systems refuse first', () => {
    const { faults, sound, says } = checkName('Okafor-Ngozi_P2_1 .png', index);
    expect([faults, sound, says]).toEqual([[], 'Okafor-Ngozi_P2_1 .png', []]);
    const refused = checkName('Okafor-Ngozi_P2:1.png.', index);
    expect(refused.faults).toEqual(['forbidden-character', 'dot-or-space-at-end']);
    expect(fileNameFaults(refused.sound)).toEqual([]);
    expect(refused.nearest[0]?.name).toMatch(/^Okafor-Ngozi_P2_1/);
  });
  it('keeps the date that a name has, and finds nothing where one is missing', () => {
    const dated = indexNames('{date:yyyyMMdd}_{surname}_{point}_{picture}', roll);
    expect(checkName('20261105_Okafr_P1_1.png', dated).nearest.map(({ name }) => name)).toEqual([
      '20261105_Okafor_P1_1.png',
    ]);
    expect(checkName('Okafr_P1_1.png', dated).nearest).toEqual([]);
  });

  /** Wagner and Fischer 1974, written out: the whole table, no short cuts. */
  function editsBetween(a: string, b: string): number {
    const table = Array.from({ length: a.length + 1 }, (_, i) =>
      Array.from({ length: b.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0)),
    );
    for (let i = 1; i <= a.length; i++)
      for (let j = 1; j <= b.length; j++)
        (table[i] as number[])[j] = Math.min(
          (table[i - 1]?.[j] as number) + 1,
          (table[i]?.[j - 1] as number) + 1,
          (table[i - 1]?.[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1),
        );
    return table[a.length]?.[b.length] as number;
  }

  it('finds no name that a smaller change would not, by trying each (2,000 people, many scripts)', () => {
    const people = manyPeople(11, 32).map((person) => ({ ...person, fields: {} }));
    const many = { ...roll, people };
    const all = indexNames(RULE, many);
    const stems = [...all.stems('')].map(([stem]) => stem.toLowerCase());
    fc.assert(
      fc.property(
        fc.nat(people.length - 1),
        fc.nat(200),
        fc.constantFrom('', 'x', '7', '_'),
        fc.boolean(),
        (who, place, letter, takesOut) => {
          const person = people[who] as (typeof people)[number];
          const says = { point: 'P1', picture: 2, attempt: 1 };
          const name = formName(RULE, { ...many, ...person, ...says, at: '2026-11-05T09:30:00Z' }, 'png');
          const letters = [...name.slice(0, -4)];
          letters.splice(place % letters.length, takesOut ? 1 : 0, letter);
          const given = `${letters.join('')}.png`;
          const check = checkName(given, all);
          if (check.says.length > 0 || check.faults.length > 0) return;
          const stem = given.slice(0, -4).toLowerCase();
          const least = check.nearest[0]?.edits ?? Number.POSITIVE_INFINITY;
          expect(least).toBeLessThanOrEqual(letter.length + (takesOut ? 2 : 1));
          for (const other of stems)
            if (Math.abs(other.length - stem.length) < least)
              expect(editsBetween(stem, other)).toBeGreaterThanOrEqual(least);
        },
      ),
      { numRuns: 12 },
    );
  });
});
