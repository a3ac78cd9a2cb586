import { describe, expect, it } from 'vitest';
import { draftWords, isForgotten, type StudentCard } from './forgotten.ts';

const NOW = Date.parse('2026-11-29T12:00:00.000Z');
const card = (change: Partial<StudentCard>): StudentCard => ({
  ...{ as: 'student', id: 'a', title: 'Rating curve', courseId: 'c', courseTitle: 'Field', timeZone: 'UTC' },
  ...{ opensAt: '2026-11-01T08:00:00.000Z', dueAt: '2026-12-08T18:00:00.000Z', lateUntil: null },
  ...{ window: 'open', mostUnits: 400, state: 'to-do', exempt: false, lateHandIn: false },
  ...{ pictures: 0, notHandedIn: 0, statement: 'not-asked', withPictures: 0, needPictures: 2 },
  totalUnits: null,
  ...change,
});
const tomorrow = { dueAt: '2026-11-30T09:00:00.000Z' };

describe('what is forgotten', () => {
  it('is what is there and not handed in, and what is due within a day', () => {
    expect(isForgotten(card({}), NOW)).toBe(false);
    expect(isForgotten(card(tomorrow), NOW)).toBe(true);
    expect(isForgotten(card({ state: 'draft', pictures: 1, notHandedIn: 1 }), NOW)).toBe(true);
    expect(isForgotten(card({ state: 'handed-in', pictures: 2, notHandedIn: 1 }), NOW)).toBe(true);
    expect(isForgotten(card({ ...tomorrow, state: 'handed-in', pictures: 2 }), NOW)).toBe(false);
  });
  it('is nothing that cannot be handed in, or need not be', () => {
    for (const change of [{ window: 'closed' }, { window: 'not-open' }, { exempt: true }] as const)
      expect(isForgotten(card({ ...tomorrow, pictures: 1, notHandedIn: 1, ...change }), NOW)).toBe(false);
  });
  it('is said in a sentence', () => {
    const draft = { state: 'draft', pictures: 3, notHandedIn: 3, withPictures: 1 } as const;
    expect(draftWords(card({ ...draft, statement: 'missing' }))).toBe(
      'Not handed in: pictures for 1 of 2 proof points, the statement is not written.',
    );
    expect(draftWords(card({ ...draft, withPictures: 0, needPictures: 0 }))).toBe(
      'Not handed in: 3 pictures.',
    );
    expect(draftWords(card({ state: 'handed-in', pictures: 2, notHandedIn: 2 }))).toBe(
      '2 pictures are newer than what you handed in.',
    );
    expect(draftWords(card({}))).toBe('Not handed in: no picture yet.');
  });
});
