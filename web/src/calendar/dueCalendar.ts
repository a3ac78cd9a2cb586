import type { AssignmentCard } from '@nachweis/contract';
import ical, { ICalAlarmType } from 'ical-generator';
import { dateAndTime } from '../ui/when.ts';

/** What is due when. */
export type Due = Pick<AssignmentCard, 'id' | 'title' | 'courseTitle' | 'timeZone' | 'dueAt' | 'lateUntil'>;

/** Half an hour before something is due it is said once more. */
const REMINDER_S = 1800;

/**
 * The due times of assignments as a calendar file (RFC 5545), for any program that keeps calendars. Written again it has
 * the same entries, so that a program that is given it twice changes them instead of having them twice.
 *
 * @param now UTC instant in ISO 8601, when it is made
 * @param origin address of this server
 */
export function dueCalendar(assignments: readonly Due[], now: string, origin: string): string {
  const calendar = ical({ name: 'Nachweis', prodId: { company: 'Nachweis', product: 'due times' } });
  for (const { id, title, courseTitle, timeZone, dueAt, lateUntil } of assignments) {
    const due = new Date(dueAt);
    const event = calendar.createEvent({
      id: `${id}@nachweis`,
      stamp: new Date(now),
      start: due,
      end: due,
      summary: `Due: ${title}`,
      description: lateUntil
        ? `${courseTitle}. Taken late until ${dateAndTime(lateUntil, timeZone)}, ${timeZone}.`
        : courseTitle,
      url: `${origin}/assignments/${id}`,
    });
    event.createAlarm({
      type: ICalAlarmType.display,
      trigger: REMINDER_S,
      description: `Due: ${title}`,
    });
  }
  return calendar.toString();
}
