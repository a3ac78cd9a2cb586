import type { AssignmentCard } from '@nachweis/contract';
import ICAL from 'ical.js';
import { expect, it } from 'vitest';
import { dueCalendar } from './dueCalendar.ts';

const card = (change: Partial<AssignmentCard> = {}) =>
  ({
    as: 'student',
    id: '0f0e7c1e-1111-4111-8111-111111111111',
    title: 'Gap filling; part 1,\nwith a "line"',
    courseTitle: 'Field Data Skills 2',
    timeZone: 'Europe/Berlin',
    opensAt: '2026-11-01T08:00:00.000Z',
    dueAt: '2026-12-01T16:00:00.000Z',
    lateUntil: null,
    ...change,
  }) as AssignmentCard;

it('is read by another library with the same titles, times and addresses (RFC 5545)', () => {
  const text = dueCalendar(
    [card({ lateUntil: '2026-12-03T16:00:00.000Z' }), card({ id: 'b', title: 'Ä'.repeat(200) })],
    '2026-11-26T10:00:00.000Z',
    'https://n.example',
  );
  const calendar = new ICAL.Component(ICAL.parse(text));
  const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  expect(events.map((event) => event.summary)).toEqual([
    'Due: Gap filling; part 1,\nwith a "line"',
    `Due: ${'Ä'.repeat(200)}`,
  ]);
  expect(events[0]?.startDate.toJSDate().toISOString()).toBe('2026-12-01T16:00:00.000Z');
  expect(events[0]?.uid).toBe('0f0e7c1e-1111-4111-8111-111111111111@nachweis');
  expect(events[0]?.component.getFirstPropertyValue('url')).toBe(
    'https://n.example/assignments/0f0e7c1e-1111-4111-8111-111111111111',
  );
  // In the course's own time, as people read it.
  expect(events[0]?.description).toBe(
    'Field Data Skills 2. Taken late until Thu 3 Dec 2026, 17:00, Europe/Berlin.',
  );
  expect(events[1]?.description).toBe('Field Data Skills 2');
  expect(events[0]?.component.getAllSubcomponents('valarm')).toHaveLength(1);
  // Lines end as the standard says, and none is longer than 75 octets.
  const lines = text.split('\r\n');
  expect(lines.length).toBeGreaterThan(15);
  expect(Math.max(...lines.map((line) => new TextEncoder().encode(line).length))).toBeLessThanOrEqual(76);
});
