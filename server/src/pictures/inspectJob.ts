import { FACTS_VERSION, type PictureFacts } from '@nachweis/core';
import { BlobMissing } from '../blobs/blobStore.ts';
import { isEntered } from '../blobs/isEntered.ts';
import type { Context } from '../context.ts';
import { factsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { JobHandler } from '../jobs/jobQueue.ts';
import { Unreadable } from './pixelProcess.ts';

/** The one check of pixels there is; a further one gets a name and a version of its own. */
export const PIXEL_CHECK = 'pixels';

/** Looks at a picture after it came in: a thumbnail, and facts for the findings. */
export function inspectHandler(context: Context): JobHandler {
  const { db, blobs, blobLock, pictures, settings } = context;
  return {
    version: FACTS_VERSION,
    async work({ subject: sha256 }, signal) {
      if (await isInspected(context, sha256)) return;
      const facts = await pictures.inspect(settings.dataFolder, sha256, signal).catch(async (error) => {
        if (error instanceof Unreadable) return null;
        // Let go of before its turn came.
        if (error instanceof BlobMissing && !(await isEntered(db, sha256))) return 'gone';
        throw error;
      });
      if (facts === 'gone') return;
      // The bin may have let go of it meanwhile.
      await blobLock.with(sha256, async () => {
        if (await keepFacts(context, db, sha256, facts)) return;
        await blobs.remove(sha256);
      });
    },
  };
}

async function isInspected({ db, blobs }: Context, sha256: string): Promise<boolean> {
  const row = await db
    .selectFrom('facts')
    .select('facts')
    .where('sha256', '=', sha256)
    .where('check_name', '=', PIXEL_CHECK)
    .where('version', '=', FACTS_VERSION)
    .executeTakeFirst();
  if (!row) return false;
  return factsColumn.read(row.facts) === null || (await blobs.derivedSize(sha256, 'thumbnail')) !== null;
}

/**
 * Keeps facts with the version of the check that found them; null says that the pixels cannot be read.
 * @returns false when there are no such bytes any more
 */
export async function keepFacts(
  { now }: Pick<Context, 'now'>,
  db: DbOrTrx,
  sha256: string,
  facts: PictureFacts | null,
): Promise<boolean> {
  if (!(await isEntered(db, sha256))) return false;
  const row = { version: FACTS_VERSION, facts: factsColumn.write(facts), made_at: now().toISOString() };
  await db
    .insertInto('facts')
    .values({ sha256, check_name: PIXEL_CHECK, ...row })
    .onConflict((c) => c.columns(['sha256', 'check_name']).doUpdateSet(row))
    .execute();
  return true;
}
