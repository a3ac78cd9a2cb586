import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CoreError } from '../errors.ts';
import { distinctNames } from './distinctNames.ts';
import { fileNameFaults, soundFileName, utf8Length } from './fileName.ts';
import { formName, type NameFacts } from './formName.ts';

const FACTS: NameFacts = {
  surname: 'Okafor-Stein',
  givenName: 'Bilal',
  course: 'Field Data Skills 2',
  assignment: 'Rating curve',
  point: 'P2',
  picture: 1,
  attempt: 1,
  at: '2026-10-25T00:30:00Z',
  timeZone: 'Europe/Berlin',
};

describe('fileNameFaults', () => {
  // Microsoft, "Naming Files, Paths, and Namespaces": reserved characters, reserved names, trailing dot and space.
  it.each(['<', '>', ':', '"', '/', '\\', '|', '?', '*', '\u0000', '\u001f'])(
    'refuses the reserved character %j',
    (character) => {
      expect(fileNameFaults(`a${character}b.png`)).toContain('forbidden-character');
    },
  );
  it.each(['CON', 'prn', 'AUX', 'nul', 'COM1', 'com9', 'LPT1', 'lpt³', 'NUL.txt', 'NUL.tar.gz'])(
    'refuses the reserved name %s',
    (name) => {
      expect(fileNameFaults(name)).toContain('reserved');
    },
  );
  it.each([
    ['con', '_con.png'],
    ['con.notes', '_con.notes.png'],
    ['LPT1.a.b', '_LPT1.a.b.png'],
    ['nul.tar', '_nul.tar.png'],
    ['notes.con', 'notes.con.png'],
  ])('makes a sound name of %s, whatever it ends in', (stem, name) => {
    expect(soundFileName(stem, 'png')).toBe(name);
    expect(fileNameFaults(name)).toEqual([]);
    expect(fileNameFaults(`${stem}.png`).includes('reserved')).toBe(name.startsWith('_'));
  });
  it.each(['CONSOLE.png', 'COM10.png', 'null.png', 'a.con'])(
    'takes %s, which only looks reserved',
    (name) => {
      expect(fileNameFaults(name)).toEqual([]);
    },
  );
  it('refuses what ends in a dot or a space', () => {
    expect(fileNameFaults('name.')).toContain('dot-or-space-at-end');
    expect(fileNameFaults('name ')).toContain('dot-or-space-at-end');
  });
  it('counts bytes of UTF-8, not characters: 255 is the most', () => {
    expect(fileNameFaults('a'.repeat(255))).toEqual([]);
    expect(fileNameFaults('a'.repeat(256))).toContain('too-long');
    expect(fileNameFaults('ü'.repeat(128))).toContain('too-long');
  });
  it('refuses a name that is not in NFC (UAX 15)', () => {
    expect(fileNameFaults('u\u0308.png')).toEqual(['not-nfc']);
  });
  it('refuses what turns the reading direction', () => {
    expect(fileNameFaults('photo\u202egnp.exe')).toContain('invisible-character');
  });
  it('takes every name of the POSIX portable character set (POSIX.1-2017, 3.282)', () => {
    const portable = fc.string({
      unit: fc.constantFrom(...'ABCXYZabcxyz0189_-'),
      minLength: 1,
      maxLength: 100,
    });
    fc.assert(
      fc.property(portable, (name) => {
        expect(fileNameFaults(`x${name}.png`)).toEqual([]);
      }),
    );
  });
});

describe('utf8Length', () => {
  it('agrees with TextEncoder', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        expect(utf8Length(text)).toBe(new TextEncoder().encode(text).length);
      }),
    );
  });
});

describe('soundFileName', () => {
  it('makes anything into a name without a fault', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (stem) => {
        const name = soundFileName(stem, 'png');
        expect(fileNameFaults(name)).toEqual([]);
        expect(name.endsWith('.png')).toBe(true);
      }),
    );
  });
  it.each([
    ['NUL', '_NUL.png'],
    ['a/b:c', 'a-b-c.png'],
    ['...', 'picture.png'],
    ['  two   words  ', 'two words.png'],
    ['Zieli\u006e\u0301ski', 'Zieliński.png'],
  ])('makes %j into %s', (stem, name) => {
    expect(soundFileName(stem, 'png')).toBe(name);
  });
});

describe('formName', () => {
  it('fills the rule', () => {
    expect(formName('{surname}_{assignment}_{point}', FACTS, 'png')).toBe('Okafor-Stein_Rating-curve_P2.png');
    expect(formName('{course} {given} {picture} {attempt}', FACTS, 'png')).toBe(
      'Field-Data-Skills-2 Bilal 1 1.png',
    );
  });
  it("gives the date in the course's zone by the fields of Unicode TR 35, also across the change from summer time", () => {
    // Europe/Berlin went from UTC+2 to UTC+1 on 25 October 2026 at 01:00 UTC (IANA tz, rule EU).
    const at = (instant: string) => formName('{date:yyyy-MM-dd HHmm}', { ...FACTS, at: instant }, 'png');
    expect(at('2026-10-24T22:30:00Z')).toBe('2026-10-25 0030.png');
    expect(at('2026-10-25T00:30:00Z')).toBe('2026-10-25 0230.png');
    expect(at('2026-10-25T01:30:00Z')).toBe('2026-10-25 0230.png');
    expect(at('2026-10-25T02:30:00Z')).toBe('2026-10-25 0330.png');
    expect(formName('{date}', { ...FACTS, at: '2026-12-31T23:30:00Z' }, 'png')).toBe('2027-01-01.png');
  });
  it('does not let a value break out of the name', () => {
    expect(formName('{surname}_{point}', { ...FACTS, surname: '../../etc/passwd' }, 'png')).toBe(
      '..-..-etc-passwd_P2.png'.replace(/^\.+/, ''),
    );
    expect(formName('{surname}', { ...FACTS, surname: '{point}' }, 'png')).toBe('{point}.png');
  });
  it('names an unknown part and what is known', () => {
    expect(() => formName('{shoe}', FACTS, 'png')).toThrow(CoreError);
    expect(() => formName('{shoe}', FACTS, 'png')).toThrow(/\{shoe\}.*\{surname\}/);
    expect(() => formName('{constructor}', FACTS, 'png')).toThrow(CoreError);
    expect(() => formName('{date:n}', FACTS, 'png')).toThrow(/read at \{date:n\}/);
  });
});

describe('distinctNames', () => {
  it('numbers what is equal, upper and lower case alike', () => {
    expect(distinctNames(['a.png', 'A.png', 'a.png', 'b.png'])).toEqual([
      'a.png',
      'A-2.png',
      'a-3.png',
      'b.png',
    ]);
  });
  it('always gives different names that are sound', () => {
    const name = fc
      .string({ unit: fc.constantFrom('a', 'A', 'ü', '-', '2'), minLength: 1, maxLength: 130 })
      .map((stem) => soundFileName(stem, 'png'));
    fc.assert(
      fc.property(fc.array(name, { maxLength: 12 }), (names) => {
        const distinct = distinctNames(names);
        expect(new Set(distinct.map((n) => n.toLowerCase())).size).toBe(names.length);
        for (const one of distinct) expect(fileNameFaults(one)).toEqual([]);
      }),
    );
  });
});
