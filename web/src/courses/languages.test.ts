import { expect, it } from 'vitest';
import { languagesOfNames } from './languages.ts';

// ISO 639-1, some codes from memory: de German, sv Swedish, vi Vietnamese, ar Arabic.
it('names the languages whose letters names can be sorted by, in the order of their names', () => {
  const all = languagesOfNames('en');
  const named = new Map(all.map(({ code, name }) => [code, name]));
  expect([...'de sv vi ar'.split(' ')].map((code) => named.get(code))).toEqual([
    'German',
    'Swedish',
    'Vietnamese',
    'Arabic',
  ]);
  const names = all.map(({ name }) => name);
  expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b, 'en')));
  // "iw" is what "he" was called before.
  expect(named.has('iw')).toBe(false);
  expect(named.has('he')).toBe(true);
});

it('has the one that is in use, be it unknown here', () => {
  expect(languagesOfNames('de-AT')).toContainEqual({ code: 'de-AT', name: 'Austrian German' });
  expect(languagesOfNames('zz').map(({ code }) => code)).toContain('zz');
});
