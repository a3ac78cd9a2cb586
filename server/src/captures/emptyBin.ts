import { sql } from 'kysely';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';

/** How long a capture stays in the bin. */
export const BIN_DAYS = 30;
const DAY_MS = 24 * 3600 * 1000;

/**
 * Empties the bin of what has been in it for 30 days, and lets go of bytes that nothing holds any more, with their
 * thumbnails and facts. Evidence that was taken out of a draft goes with its capture.
 *
 * @returns how many captures went
 */
export async function emptyBin(context: Context): Promise<number> {
  const { db, now } = context;
  const until = new Date(now().getTime() - BIN_DAYS * DAY_MS).toISOString();
  const gone = await db.transaction().execute(async (trx) => {
    const old = await oldCaptures(trx, until);
    for (const id of old) {
      await trx.deleteFrom('evidence').where('capture_id', '=', id).execute();
      await trx.deleteFrom('captures').where('id', '=', id).execute();
    }
    await letGoOfUnheld(trx);
    return old.length;
  });
  await removeLeavingBlobs(context);
  return gone;
}

/** Of what was deleted, the bytes that nothing holds any more; `removeLeavingBlobs` takes their files afterwards. */
export async function letGoOfUnheld(trx: DbOrTrx): Promise<void> {
  await dropUnwantedRenderings(trx);
  await leaveUnheldBlobs(trx);
}

async function oldCaptures(trx: DbOrTrx, until: string): Promise<string[]> {
  const rows = await trx
    .selectFrom('captures')
    .select('id')
    .where('deleted_at', '<', until)
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom('hand_in_items').select('id').whereRef('capture_id', '=', 'captures.id'))),
    )
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('evidence')
            .select('id')
            .whereRef('capture_id', '=', 'captures.id')
            .where('removed_at', 'is', null),
        ),
      ),
    )
    .execute();
  return rows.map((row) => row.id);
}

/** Pictures of drafts that were changed since, or taken out, and never handed in. */
async function dropUnwantedRenderings(trx: DbOrTrx): Promise<void> {
  await trx
    .updateTable('evidence')
    .set({ rendering_key: null })
    .where('removed_at', 'is not', null)
    .execute();
  await trx
    .deleteFrom('renderings')
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom('evidence').select('id').whereRef('rendering_key', '=', 'renderings.key'))),
    )
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom('hand_in_items').select('id').whereRef('rendering_key', '=', 'renderings.key'))),
    )
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom('hand_in_items').select('id').whereRef('whole_key', '=', 'renderings.key'))),
    )
    .execute();
}

/** Rows go here; files follow outside of the transaction, and after a crash at the next round. */
async function leaveUnheldBlobs(trx: DbOrTrx): Promise<void> {
  const unheld = sql<string>`SELECT b.sha256 FROM blobs b
    WHERE NOT EXISTS (SELECT 1 FROM captures WHERE sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM reference_pictures WHERE sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM remark_pictures WHERE sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM work_files WHERE sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM hand_in_items WHERE base_sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM hand_in_items WHERE file_sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM renderings WHERE base_sha256 = b.sha256)
      AND NOT EXISTS (SELECT 1 FROM renderings WHERE file_sha256 = b.sha256)`;
  await sql`INSERT INTO leaving_blobs (sha256) ${unheld} ON CONFLICT DO NOTHING`.execute(trx);
  await sql`DELETE FROM facts WHERE sha256 IN (SELECT sha256 FROM leaving_blobs)`.execute(trx);
  await sql`DELETE FROM blobs WHERE sha256 IN (SELECT sha256 FROM leaving_blobs)`.execute(trx);
}

/**
 * Takes the files of bytes that have no row any more; bytes that came in again meanwhile are left alone. One that cannot
 * be removed keeps back no other one, and its turn comes again.
 */
export async function removeLeavingBlobs({ db, blobs, blobLock, log }: Context): Promise<void> {
  const remove = async (sha256: string) => {
    const leaving = await db
      .selectFrom('leaving_blobs')
      .select('sha256')
      .where('sha256', '=', sha256)
      .executeTakeFirst();
    if (!leaving) return;
    await blobs.remove(sha256);
    await db.deleteFrom('leaving_blobs').where('sha256', '=', sha256).execute();
  };
  for (const { sha256 } of await db.selectFrom('leaving_blobs').selectAll().execute())
    await blobLock
      .with(sha256, () => remove(sha256))
      .catch((error) => log.error({ err: error, sha256 }, 'bytes could not be removed'));
}
