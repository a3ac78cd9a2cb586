import type { FormatDesk, FormatQuery } from '@nachweis/contract';
import type * as z from 'zod';
import { BlobMissing } from '../blobs/blobStore.ts';
import type { Context } from '../context.ts';
import { evidenceColumn } from '../db/columns.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { Unreadable } from '../pictures/pixelProcess.ts';

/** How long somebody waits for it. */
const PATIENCE_MS = 45_000;

/**
 * Writes the picture of evidence in every format.
 * @param gone aborted when nobody waits for it any more
 * @throws HttpProblem `busy` when others' take too long
 */
export async function weighEvidence(
  { db, pictures, settings }: Context,
  personId: string,
  evidenceId: string,
  {
    quality,
    under = null,
  }: Omit<z.output<typeof FormatQuery>, 'under'> & { under?: number | null | undefined },
  gone: AbortSignal,
): Promise<FormatDesk> {
  const row = await db
    .selectFrom('evidence')
    .innerJoin('captures', 'captures.id', 'evidence.capture_id')
    .select(['evidence.document', 'evidence.version', 'captures.sha256'])
    .where('evidence.id', '=', evidenceId)
    .where('evidence.removed_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw notFound('evidence');
  const limit = AbortSignal.timeout(PATIENCE_MS);
  const { sha256 } = row;
  const task = { sha256, document: evidenceColumn.read(row.document), quality, under };
  try {
    const signal = AbortSignal.any([limit, gone]);
    const weighed = await pictures.weigh(settings.dataFolder, personId, task, signal);
    return { version: row.version, ...weighed };
  } catch (error) {
    if (error instanceof Unreadable || error instanceof BlobMissing) throw notFound('picture');
    if (limit.aborted || gone.aborted) throw new HttpProblem('busy');
    throw error;
  }
}
