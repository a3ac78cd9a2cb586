import type { Context } from '../context.ts';
import { HttpProblem } from '../http/problem.ts';

/**
 * Keeps one person from filling the disk for all.
 * @param id of the capture that comes; one that is there already needs no room
 * @throws HttpProblem `quota`
 */
export async function requireRoom({ db, settings }: Context, ownerId: string, id: string): Promise<void> {
  const { pictures, bytes } = await db
    .selectFrom('captures')
    .innerJoin('blobs', 'blobs.sha256', 'captures.sha256')
    .select((eb) => [
      eb.fn.countAll<number>().as('pictures'),
      eb.fn.coalesce(eb.fn.sum<number>('blobs.bytes'), eb.lit(0)).as('bytes'),
    ])
    .where('owner_id', '=', ownerId)
    .executeTakeFirstOrThrow();
  const { mostPictures, mostMegabytes } = settings;
  if (pictures < mostPictures && bytes < mostMegabytes * 1024 * 1024) return;
  const there = await db.selectFrom('captures').select('id').where('id', '=', id).executeTakeFirst();
  if (!there) throw new HttpProblem('quota', { pictures, mostPictures, bytes, mostMegabytes });
}
