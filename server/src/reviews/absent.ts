import type { ReviewGrid } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import type { ClassOrder } from '../people/classList.ts';
import { namesOf } from '../people/names.ts';
import { readExempt } from './exemptions.ts';
import type { LineEntry } from './line.ts';

/** The students of a class who have handed in nothing that counts, by name. */
export async function readAbsent(
  db: DbOrTrx,
  assignmentId: string,
  line: readonly LineEntry[],
  order: ClassOrder,
): Promise<ReviewGrid['without']> {
  const present = new Set(line.flatMap((entry) => entry.handIn.personIds));
  const absent = order.studentIds.filter((id) => !present.has(id));
  const exempt = await readExempt(db, assignmentId);
  const names = order.told(await namesOf(db, absent));
  return absent.map((id) => ({ id, name: names(id), listed: order.listed(id), exempt: exempt.has(id) }));
}
