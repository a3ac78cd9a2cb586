import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { submissionWindow } from './submissionWindow.ts';
import { grantedTerms, type Terms } from './terms.ts';

const terms: Terms = {
  opensAt: '2026-11-01T06:00:00.000Z',
  dueAt: '2026-11-10T16:00:00.000Z',
  lateUntil: '2026-11-12T16:00:00.000Z',
  attempts: 1,
};

describe('grantedTerms', () => {
  it('are the assignment’s where nothing was granted', () => {
    expect(grantedTerms(terms)).toEqual(terms);
    expect(grantedTerms(terms, [{}])).toEqual(terms);
  });
  it('takes what a grant names, and the later of two', () => {
    expect(grantedTerms(terms, [{ attempts: 3 }, { dueAt: '2026-11-11T16:00:00.000Z' }])).toEqual({
      ...terms,
      attempts: 3,
      dueAt: '2026-11-11T16:00:00.000Z',
    });
    expect(grantedTerms(terms, [{ attempts: 3 }, { attempts: 2 }]).attempts).toBe(2);
    expect(grantedTerms(terms, [{ lateUntil: null }]).lateUntil).toBeNull();
  });
  it('never closes before it is due', () => {
    const later = grantedTerms(terms, [{ dueAt: '2026-11-20T16:00:00.000Z' }]);
    expect(submissionWindow(later, '2026-11-20T16:00:00.000Z')).toBe('open');
    expect(submissionWindow(later, '2026-11-20T16:00:00.001Z')).toBe('closed');
    // What is shown as the end of the late time is not before what is shown as due.
    expect(later.lateUntil).toBe(later.dueAt);
  });
  it('is the same whether grants come one by one or joined', () => {
    const instant = fc
      .integer({ min: 0, max: 40 })
      .map((day) => new Date(Date.UTC(2026, 10, 1 + day)).toISOString());
    const grant = fc.record(
      {
        opensAt: instant,
        dueAt: instant,
        lateUntil: fc.option(instant),
        attempts: fc.integer({ min: 1, max: 9 }),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(grant, grant, (a, b) => {
        expect(grantedTerms(terms, [a, b])).toEqual(grantedTerms(terms, [{ ...a, ...b }]));
      }),
    );
  });
});
