import { FORMAT_FACTS, type PictureFormat, refuseUnreadable } from '@nachweis/core';
import { enterBlob } from '../blobs/enterBlob.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { Unreadable } from '../pictures/pixelProcess.ts';
import { keepsCoding, WHOLE } from './rendering.ts';

/** A picture as others get it; its size in pixels. */
export interface WholePicture {
  sha256: string;
  format: PictureFormat;
  width: number;
  height: number;
}

/**
 * Makes the whole of a capture of the caller anew, so that no place and no owner of a camera leaves with it, and enters it
 * together with the row that refers to it. The capture may go into the bin afterwards.
 *
 * @param enter writes that row, in the transaction in which the bytes are entered
 * @throws HttpProblem `not-found` for another's capture, `in-bin`, `picture-refused` for pixels that cannot be read
 */
export async function withWholePicture(
  context: Context,
  { captureId, by }: { captureId: string; by: string },
  enter: (trx: DbOrTrx, picture: WholePicture, at: string) => Promise<void>,
): Promise<void> {
  const { db, blobs, blobLock, pictures, settings, now } = context;
  const capture = await db
    .selectFrom('captures')
    .selectAll()
    .where('id', '=', captureId)
    .where('owner_id', '=', by)
    .executeTakeFirst();
  if (!capture) throw notFound('capture');
  if (capture.deleted_at) throw new HttpProblem('in-bin');
  const keep = keepsCoding(WHOLE, { ...capture, keepsFormat: capture.keeps_format === 1 })
    ? capture.format
    : null;
  const { file } = await pictures
    .render(settings.dataFolder, { sha256: capture.sha256, document: WHOLE, keep })
    .catch((error) => {
      if (!(error instanceof Unreadable)) throw error;
      const { refusal } = refuseUnreadable(capture.original_name);
      throw new HttpProblem('picture-refused', { refusal });
    });
  const at = now().toISOString();
  const { sha256, bytes, format } = file;
  const { width, height } = capture;
  await blobLock.with(sha256, async () => {
    if ((await blobs.size(sha256)) === null) throw new Error(`${sha256} went while it was made.`);
    await db.transaction().execute(async (trx) => {
      await enterBlob(trx, { sha256, bytes, mediaType: FORMAT_FACTS[format].mediaType, at });
      await enter(trx, { sha256, format, width, height }, at);
    });
  });
}
