import fc from 'fast-check';
import { expect, it } from 'vitest';
import { replacing } from './replacing.ts';

it('replaces the longest that fits, wherever it stands, and what it put in is not gone over again', () => {
  const cover = replacing([
    ['Ada Berg', 'Student A'],
    ['Ada Bergman', 'Student B'],
    ['Student A', 'wrong'],
    ['ab', 'too short to be meant'],
  ]);
  expect(cover('By Ada Bergman and Ada Berg, abc.')).toBe('By Student B and Student A, abc.');
  expect(cover('Ada Ber')).toBe('Ada Ber');
  expect(cover('')).toBe('');
});
it('does what one pattern of all texts does', () => {
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', '.'), minLength: 3, maxLength: 6 });
  fc.assert(
    fc.property(
      fc.array(word, { maxLength: 8 }),
      fc.string({ unit: fc.constantFrom('a', 'b', 'c', '.'), maxLength: 60 }),
      (words, text) => {
        const unique = [...new Set(words)];
        const by = new Map(unique.map((one, i) => [one, `<${i}>`]));
        const pattern = [...unique]
          .sort((a, b) => b.length - a.length)
          .map((one) => one.replaceAll('.', '\\.'))
          .join('|');
        const expected =
          unique.length === 0 ? text : text.replace(new RegExp(pattern, 'g'), (one) => by.get(one) ?? '');
        expect(replacing([...by])(text)).toBe(expected);
      },
    ),
  );
});
