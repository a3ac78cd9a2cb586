import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import type { Due } from './dueCalendar.ts';

/** Gives out the due times of assignments as a calendar file. */
export async function saveCalendar(assignments: readonly Due[]): Promise<void> {
  try {
    const { dueCalendar } = await import('./dueCalendar.ts');
    const text = dueCalendar(assignments, new Date().toISOString(), location.origin);
    saveAs(new Blob([text], { type: 'text/calendar' }), 'nachweis.ics');
  } catch {
    toast.error('The calendar file cannot be made now: there is no connection.');
  }
}
