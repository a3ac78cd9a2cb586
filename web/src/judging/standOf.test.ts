import type { Review } from '@nachweis/contract';
import { expect, it } from 'vitest';
import type { KeptJudgement } from '../store/judgement.ts';
import { judgedAs, standOf } from './standOf.ts';

const now = (verdict: 'shown' | 'partly' | null) => ({
  verdict,
  version: 7,
  by: 'Ruth',
  at: '2026-11-05T10:00:00Z',
});
const review = {
  judgement: {
    verdicts: { a: now('shown'), b: now('partly'), c: now(null) },
    levels: { k: { ...now(null), level: 1 } },
    grade: { adjustment: 25, reason: 'Asked well.' },
  },
} as unknown as Review;
const kept = (change: Partial<KeptJudgement>) =>
  ({ verdicts: {}, adjustment: null, ...change }) as KeptJudgement;

it('is the server’s where nothing waits; a cleared verdict is none', () => {
  expect(standOf(review, undefined)).toEqual({
    verdicts: { a: 'shown', b: 'partly' },
    levels: { k: 1 },
    unsent: new Set(),
    adjustment: { units: 25, reason: 'Asked well.', unsent: false },
    liesIn: 'browser',
  });
});
it('is what was given here, until it is sent', () => {
  const stand = standOf(
    review,
    kept({
      verdicts: { a: { verdict: null, on: 7 }, c: { verdict: 'not-shown', on: 7 } },
      levels: { k: { level: null, on: 7 }, l: { level: 0, on: 0 } },
      adjustment: { id: 'x', units: -50, reason: 'Late.', baseVersion: 1 },
    }),
  );
  expect(stand.verdicts).toEqual({ b: 'partly', c: 'not-shown' });
  expect(stand.levels).toEqual({ l: 0 });
  expect([...stand.unsent]).toEqual(['a', 'c', 'k', 'l']);
  expect(stand.adjustment).toMatchObject({ units: -50, unsent: true });
  expect(standOf(review, kept({}), false).liesIn).toBe('page');
});

it('is added up by what counts of what was asked: the first level is one, and none is none', () => {
  const asked = {
    proofPoints: [
      {
        mustShows: [
          { id: 'a', units: 100 },
          { id: 'b', units: 50, corrected: { counts: false } },
          { id: 'c', units: 25 },
        ],
      },
    ],
    criteria: ['k', 'l', 'm'].map((id) => ({ id, levels: [{ units: 200 }, { units: 0 }] })),
  } as unknown as Parameters<typeof judgedAs>[0];
  expect(judgedAs(asked, { verdicts: { a: 'partly', b: 'shown' }, levels: { k: 0, l: 1 } })).toEqual([
    { units: 100, verdict: 'partly' },
    { units: 25, verdict: null },
    { levels: [200, 0], level: 0 },
    { levels: [200, 0], level: 1 },
    { levels: [200, 0], level: null },
  ]);
});
