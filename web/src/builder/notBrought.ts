/** Of this visit, where the browser has no room. */
const inPage = new Map<string, readonly string[]>();
const keyOf = (assignmentId: string) => `nachweis-not-brought-${assignmentId}`;

/** Names of what was to come along with a new assignment and has not, also where the page went in the middle of it. */
export function notBrought(assignmentId: string): readonly string[] {
  const here = inPage.get(assignmentId);
  if (here) return here;
  try {
    return JSON.parse(localStorage.getItem(keyOf(assignmentId)) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** @param names none: it is all there, or known not to be */
export function keepNotBrought(assignmentId: string, names: readonly string[]): void {
  inPage.set(assignmentId, names);
  try {
    if (names.length > 0) localStorage.setItem(keyOf(assignmentId), JSON.stringify(names));
    else localStorage.removeItem(keyOf(assignmentId));
  } catch {
    // Without room a reload in the middle of it is not told of.
  }
}
