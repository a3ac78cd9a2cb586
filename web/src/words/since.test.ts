import type { Assignment } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { several } from './counted.ts';
import { sinceLines } from './since.ts';

const asked = {
  proofPoints: [
    { id: 'p', code: 'P1' },
    { id: 'q', code: 'P2' },
  ],
  needsStatement: true,
} as Assignment;
const attempt = { handInId: 'h', number: 'H-00001', attempt: 1 };
const nothing = { same: 0, redone: 0, replaced: 0, added: 0, removed: 0 };

it('says of each proof point how many pictures are what, one or several', () => {
  const lines = sinceLines(
    {
      ...attempt,
      points: [
        { ...nothing, proofPointId: 'p', same: 1, added: 1 },
        { ...nothing, proofPointId: 'q', redone: 2, replaced: 1, removed: 2 },
      ],
      statementChanged: false,
    },
    asked,
  );
  expect(lines).toEqual([
    'P1: the same picture, one more picture',
    'P2: 2 pictures framed or marked anew, another picture, 2 pictures removed',
    'The statement is the same.',
  ]);
});

it('says nothing of a statement that nobody asked for, unless it has changed', () => {
  const quiet = { ...attempt, points: [], statementChanged: false };
  expect(sinceLines(quiet, { ...asked, needsStatement: false })).toEqual([]);
  expect(sinceLines({ ...quiet, statementChanged: true }, { ...asked, needsStatement: false })).toEqual([
    'The statement is another one.',
  ]);
});

it('counts in words', () => {
  expect([
    several(0, 'file'),
    several(1, 'file'),
    several(2, 'file'),
    several(2, 'entry', 'entries'),
  ]).toEqual(['0 files', '1 file', '2 files', '2 entries']);
});
