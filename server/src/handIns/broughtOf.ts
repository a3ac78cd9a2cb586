import type { Brought } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import { namesOf } from '../people/names.ts';
import type { HandInRow } from './handInRows.ts';

/** Who made a hand-in for whom it belongs to, and why; null where they did themselves. */
export async function broughtOf(
  db: DbOrTrx,
  { made_by, brought_reason: reason, brought_at: at }: HandInRow,
): Promise<Brought | null> {
  if (!made_by || reason === null || at === null) return null;
  return { by: (await namesOf(db, [made_by]))(made_by), at, reason };
}
