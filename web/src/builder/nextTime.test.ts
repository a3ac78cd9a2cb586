import type { AssignmentDefinition } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { forNextTime } from './nextTime.ts';

const times = {
  opensAt: '2026-10-19T06:00:00.000Z',
  dueAt: '2026-10-23T15:00:00.000Z',
  lateUntil: '2026-10-30T16:00:00.000Z',
};
const earlier = { title: 'Rating curve', ...times } as AssignmentDefinition;

describe('an earlier assignment as one of now', () => {
  it('keeps its weekdays and clock times, over the end of daylight saving', () => {
    const { definition, weeks } = forNextTime(earlier, Date.parse('2026-11-28T09:00:00Z'), 'Europe/Berlin');
    expect(weeks).toBe(6);
    expect(definition).toMatchObject({
      title: 'Rating curve',
      opensAt: '2026-11-30T07:00:00.000Z',
      dueAt: '2026-12-04T16:00:00.000Z',
      lateUntil: '2026-12-11T16:00:00.000Z',
    });
  });
  it('has its own times while it is not due, though it is open', () => {
    const { definition, weeks } = forNextTime(earlier, Date.parse('2026-10-20T09:00:00Z'), 'Europe/Berlin');
    expect(weeks).toBe(0);
    expect(definition).toBe(earlier);
  });
  it('has no late time where it had none', () => {
    const none = { ...earlier, lateUntil: null };
    const { definition } = forNextTime(none, Date.parse('2026-11-28T09:00:00Z'), 'Europe/Berlin');
    expect(definition.lateUntil).toBeNull();
  });
});
