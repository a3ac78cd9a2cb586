import { expect, it } from 'vitest';
import { handInPage } from './handInPage.ts';

// HTML Living Standard, 7.4.6.3: a fragment leads to the element with that id; ids are unique.
it('leads from what is placed in a statement to its picture', () => {
  const picture = (name: string) => ({ name, sha256: null, width: 10, height: 10, places: [] });
  const section = (heading: string, ...names: string[]) => ({
    heading,
    lines: [],
    pictures: names.map(picture),
    remarks: [],
  });
  const page = handInPage({
    number: 'N',
    title: 'T',
    particulars: [],
    points: null,
    sections: [section('P1 One', 'a.png', 'b.png'), section('P2 Two', 'c.png')],
    closing: [],
    statement: '<b> [P1.2], [P2 a], [P3]',
    placeables: [
      { point: 'P1', picture: 1, letters: [] },
      { point: 'P1', picture: 2, letters: [] },
      { point: 'P2', picture: 1, letters: ['a'] },
    ],
    files: [],
    jws: null,
  });
  const targets = [...page.matchAll(/<a href="#([^"]+)">([^<]+)<\/a>/g)].map(([, id, words]) => [id, words]);
  expect(targets).toEqual([
    ['P1-2', 'P1.2'],
    ['P2-1', 'P2 a'],
  ]);
  const figures = [...page.matchAll(/<figure id="([^"]+)"><img src="([^"]+)"/g)].map(([, id, src]) => [
    id,
    src,
  ]);
  expect(figures).toEqual([
    ['P1-1', 'a.png'],
    ['P1-2', 'b.png'],
    ['P2-1', 'c.png'],
  ]);
  expect(page).toContain('&#60;b&#62; ');
  expect(page).toContain(', [P3]');
});
