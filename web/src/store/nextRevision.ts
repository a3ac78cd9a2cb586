/** Of two pages that change something in the same tenth of a second, each has numbers of its own. */
const PAGES = 2 ** 18;
const TENTH_MS = 100;
const page = (crypto.getRandomValues(new Uint32Array(1))[0] ?? 0) % PAGES;
let lastTurn = 0;

/**
 * The revision of a changed entry: higher than the one before, and never one that this or another page gave before, also
 * where the entry was sent, let go and begun anew meanwhile. Counting from 1 again, two entries of one key looked the
 * same, and the later one was let go with the earlier.
 * @param before of the entry as it was; none where it is new
 * @returns a turn in tenths of a second since 1970 with the page that took it below, under 2^53
 */
export function nextRevision(before = 0): number {
  lastTurn = Math.max(Math.floor(before / PAGES) + 1, lastTurn + 1, Math.floor(Date.now() / TENTH_MS));
  return lastTurn * PAGES + page;
}
