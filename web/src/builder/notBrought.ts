import { keepNote, readNote } from '../store/notes.ts';

/** Of this visit, where the browser has no room. */
const inPage = new Map<string, readonly string[]>();
const keyOf = (assignmentId: string) => `nachweis-not-brought-${assignmentId}`;

/** Names of what was to come along with a new assignment and has not, also where the page went in the middle of it. */
export const notBrought = (assignmentId: string): readonly string[] =>
  inPage.get(assignmentId) ?? readNote<string[]>(keyOf(assignmentId)) ?? [];

/** @param names none: it is all there, or known not to be */
export function keepNotBrought(assignmentId: string, names: readonly string[]): void {
  inPage.set(assignmentId, names);
  keepNote(keyOf(assignmentId), names.length > 0 ? names : null);
}
