import type { DbOrTrx } from '../db/database.ts';

/** Enters bytes that are durable already. Whoever does so holds their lock, so that the bin takes none away meanwhile. */
export async function enterBlob(
  trx: DbOrTrx,
  blob: { sha256: string; bytes: number; mediaType: string; at: string },
): Promise<void> {
  await trx
    .insertInto('blobs')
    .values({ sha256: blob.sha256, bytes: blob.bytes, media_type: blob.mediaType, created_at: blob.at })
    .onConflict((c) => c.column('sha256').doNothing())
    .execute();
  await trx.deleteFrom('leaving_blobs').where('sha256', '=', blob.sha256).execute();
}
