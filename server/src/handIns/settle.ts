import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';

/**
 * Gives the pictures that a rendering has made to the hand-ins that wait for them. A hand-in whose pictures are all
 * there is sealed; the instant is that of its last one.
 */
export async function settleRendering(
  { now }: Pick<Context, 'now'>,
  trx: DbOrTrx,
  key: string,
): Promise<void> {
  const made = await trx
    .selectFrom('renderings')
    .select(['base_sha256', 'file_sha256', 'failed'])
    .where('key', '=', key)
    .executeTakeFirst();
  if (!made || (made.base_sha256 === null && made.failed === 0)) return;
  const { base_sha256, file_sha256, failed: damaged } = made;
  const items = await trx
    .updateTable('hand_in_items')
    .set({ base_sha256, file_sha256, damaged })
    .where('rendering_key', '=', key)
    .where('file_sha256', 'is', null)
    .where('damaged', '=', 0)
    .returning('hand_in_id')
    .execute();
  for (const handInId of new Set(items.map((item) => item.hand_in_id))) {
    const open = await trx
      .selectFrom('hand_in_items')
      .select('id')
      .where('hand_in_id', '=', handInId)
      .where('file_sha256', 'is', null)
      .where('damaged', '=', 0)
      .executeTakeFirst();
    if (open) continue;
    await trx
      .updateTable('hand_ins')
      .set({ sealed_at: now().toISOString() })
      .where('id', '=', handInId)
      .where('sealed_at', 'is', null)
      .execute();
  }
}
