import type { PeopleAnswer } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { countsInWords } from '../words/classList.ts';
import { countsOf, linesOf, ownColumns, toEnter } from './listLines.ts';
import { readList } from './readList.ts';

const LIST = readList(
  new TextEncoder().encode(
    'surname,given,email,station\nA,Kim,a@s.example,S1\nB,Kim,no address,S2\nC,Kim,c@s.example,\nA,Kim,a@s.example,S4\n',
  ),
);

type Outcome = PeopleAnswer['lines'][number]['outcome'];

/** What the server says of the three lines that can be read. */
const answered = (...outcomes: Outcome[]): PeopleAnswer => ({
  lines: outcomes.map((outcome) => ({ outcome, name: 'Kim', changes: [] })),
  entered: false,
});

describe('the lines of a class list', () => {
  it('are given what is said of them, over those that cannot be read', () => {
    const lines = linesOf(LIST, answered('new', 'joins', 'twice'));
    expect(lines.map(({ number, outcome, isMarked }) => [number, outcome?.outcome, isMarked])).toEqual([
      [2, 'new', false],
      [3, undefined, true],
      [4, 'joins', false],
      [5, 'twice', true],
    ]);
    expect(countsInWords(countsOf(lines))).toBe('1 new, 1 known, coming into this course, 2 marked');
    expect(countsInWords(countsOf(lines), true)).toBe('1 new, 1 known, coming into this course, 2 left out');
    expect(ownColumns(lines)).toEqual(['station']);
  });

  it('are entered all, or without those that are marked, each beside what was said of it', () => {
    const lines = linesOf(LIST, answered('new', 'joins', 'twice'));
    expect(toEnter(lines, false)).toBeNull();
    const some = toEnter(lines, true);
    expect(some?.people.map(({ email }) => email)).toEqual(['a@s.example', 'c@s.example']);
    expect(some?.looked.map(({ outcome }) => outcome)).toEqual(['new', 'joins']);
  });

  it('are not entered before anything is known of them, nor where nothing is left', () => {
    expect(toEnter(linesOf(LIST, null), true)).toBeNull();
    const bad = readList(new TextEncoder().encode('surname,email\nB,no address\n'));
    expect(toEnter(linesOf(bad, null), true)).toBeNull();
  });
});
