import type { DbOrTrx } from '../db/database.ts';

/** Whether a row stands for these bytes: whoever acts on the answer holds their lock. */
export async function isEntered(db: DbOrTrx, sha256: string): Promise<boolean> {
  const row = await db.selectFrom('blobs').select('sha256').where('sha256', '=', sha256).executeTakeFirst();
  return row !== undefined;
}
