/**
 * What lies beside the work in the browser's own storage, as JSON: what is being written, what was chosen last. A
 * browser may have no room for it, or let a page keep nothing; then it holds as long as the page.
 */

/** @returns what was kept under the key, as it was then; null for nothing, and for what cannot be read */
export function readNote<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

/** @param value null takes it away @returns whether the browser has it so now */
export function keepNote(key: string, value: unknown): boolean {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

/** Takes away what was kept under a key, unless another tab has kept something else there since. */
export function dropNote(key: string, was: unknown): void {
  if (JSON.stringify(readNote(key)) === JSON.stringify(was)) keepNote(key, null);
}
