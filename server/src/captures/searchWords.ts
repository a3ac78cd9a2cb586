import { type RawBuilder, sql } from 'kysely';

/**
 * The condition that a capture fits words: every word has to be there, as a beginning. The one place that speaks to
 * SQLite's full-text search (FTS5); words are given as strings, so that nothing in them is an operator of it.
 *
 * @returns null where no word is given
 */
export function matchesWords(words: string): RawBuilder<boolean> | null {
  const match = words
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map((word) => `"${word}"*`)
    .join(' ');
  return match === ''
    ? null
    : sql<boolean>`captures.rowid IN (SELECT rowid FROM captures_fts WHERE captures_fts MATCH ${match})`;
}
