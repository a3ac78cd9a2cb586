import { describe, expect, it } from 'vitest';
import { submissionWindow } from './submissionWindow.ts';

const TIMES = {
  opensAt: '2026-11-01T06:00:00.000Z',
  dueAt: '2026-11-10T16:00:00.000Z',
  lateUntil: '2026-11-12T16:00:00.000Z',
};

describe('submissionWindow', () => {
  it.each([
    ['2026-11-01T05:59:59.999Z', 'not-open'],
    ['2026-11-01T06:00:00.000Z', 'open'],
    ['2026-11-10T16:00:00.000Z', 'open'],
    ['2026-11-10T16:00:00.001Z', 'late'],
    ['2026-11-12T16:00:00.000Z', 'late'],
    ['2026-11-12T16:00:00.001Z', 'closed'],
  ] as const)('at %s is %s', (at, state) => {
    expect(submissionWindow(TIMES, at)).toBe(state);
  });
  it('closes at the due time where nothing late is taken', () => {
    expect(submissionWindow({ ...TIMES, lateUntil: null }, '2026-11-10T16:00:00.001Z')).toBe('closed');
  });
  it('compares instants, not texts: the same instant with another offset', () => {
    expect(submissionWindow(TIMES, '2026-11-10T17:00:00.000+01:00')).toBe('open');
  });
});
