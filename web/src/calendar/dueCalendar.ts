import type { AssignmentCard } from '@nachweis/contract';
import ical, { ICalAlarmType } from 'ical-generator';

/** Half an hour before something is due it is said once more. */
const REMINDER_S = 1800;

/**
 * The due times of assignments as a calendar file (RFC 5545), for any program that keeps calendars. Written again it has
 * the same entries, so that a program that is given it twice changes them instead of having them twice.
 *
 * @param now UTC instant in ISO 8601, when it is made
 * @param origin address of this server
 */
export function dueCalendar(cards: readonly AssignmentCard[], now: string, origin: string): string {
  const calendar = ical({ name: 'Nachweis', prodId: { company: 'Nachweis', product: 'due times' } });
  for (const card of cards) {
    const due = new Date(card.dueAt);
    const event = calendar.createEvent({
      id: `${card.id}@nachweis`,
      stamp: new Date(now),
      start: due,
      end: due,
      summary: `Due: ${card.title}`,
      description: card.lateUntil
        ? `${card.courseTitle}. Taken late until ${card.lateUntil}.`
        : card.courseTitle,
      url: `${origin}/assignments/${card.id}`,
    });
    event.createAlarm({
      type: ICalAlarmType.display,
      trigger: REMINDER_S,
      description: `Due: ${card.title}`,
    });
  }
  return calendar.toString();
}
