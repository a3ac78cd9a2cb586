import type { Capture, CaptureQuery, CaptureRecord, Source } from '@nachweis/contract';
import { FORMAT_FACTS } from '@nachweis/core';
import type { Selectable } from 'kysely';
import { type BlobStore, sha256Of } from '../blobs/blobStore.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { fileHref, withExtension } from '../files/hrefs.ts';
import { HttpProblem } from '../http/problem.ts';

export type NewCapture = Pick<CaptureQuery, 'source' | 'surface' | 'name'> &
  Partial<Omit<CaptureQuery, 'scale'>> & {
    scale?: number | null | undefined;
    id: string;
    ownerId: string;
    bytes: Uint8Array;
  };

/** Of pictures from these sources Nachweis knows where they were made: it took them. */
const TAKEN_HERE: readonly Source[] = ['screen-share', 'practice-desk', 'camera', 'recording'];

/**
 * Takes a picture in: checked and decoded once in a worker, made durable, then entered. Sending the same picture
 * again under the same id, as a browser does that never got the answer, changes nothing.
 *
 * @throws HttpProblem `picture-refused` with the sentence to show, `already-exists` for other bytes under the same id
 */
export async function takeCapture(
  context: Context,
  {
    id,
    ownerId,
    bytes,
    source,
    surface,
    name,
    label = '',
    document = '',
    scale = null,
    done = '',
    assignmentId,
  }: NewCapture,
): Promise<Capture> {
  const { db, blobs, pictures, jobs, signing, now } = context;
  const earlier = await db.selectFrom('captures').selectAll().where('id', '=', id).executeTakeFirst();
  if (earlier) {
    if (earlier.sha256 === sha256Of(bytes)) return captureOf(earlier, bytes.length);
    throw new HttpProblem(
      'already-exists',
      'Another picture has this number already. Add the picture again.',
    );
  }
  const admitted = await pictures.admit(bytes, name);
  if (!admitted.ok)
    throw new HttpProblem(admitted.code === 'too-large' ? 'too-large' : 'picture-refused', admitted.sentence);
  const sha256 = await blobs.put(bytes);
  const receivedAt = now().toISOString();
  const { format, width, height } = admitted;
  const record: CaptureRecord = {
    captureId: id,
    ownerId,
    source,
    takenHere: TAKEN_HERE.includes(source),
    surface,
    label,
    document,
    format,
    width,
    height,
    scale,
    bytes: bytes.length,
    sha256,
    done: done.split('\n').filter((line) => line !== ''),
    receivedAt,
  };
  const row = {
    id,
    owner_id: ownerId,
    sha256,
    source,
    surface,
    original_name: name,
    format,
    width,
    height,
    notes: JSON.stringify(admitted.notes.map((note) => note.sentence)),
    received_at: receivedAt,
    label,
    document,
    scale,
    done: JSON.stringify(record.done),
    assignment_id: await knownAssignment(db, ownerId, assignmentId),
    record: await signing.sign(record),
  };
  await db.transaction().execute(async (trx) => {
    await enterBlob(trx, blobs, {
      sha256,
      bytes,
      mediaType: FORMAT_FACTS[admitted.format].mediaType,
      at: receivedAt,
    });
    // The same picture sent twice at once: the second one finds the first one's row.
    await trx
      .insertInto('captures')
      .values(row)
      .onConflict((c) => c.column('id').doNothing())
      .execute();
    await jobs.add(trx, 'inspect', sha256);
  });
  jobs.wake();
  return captureOf(row, bytes.length);
}

/** The assignment a picture was taken for, when its taker is in that course; a foreign id is not kept. */
async function knownAssignment(
  db: DbOrTrx,
  personId: string,
  assignmentId: string | undefined,
): Promise<string | null> {
  if (!assignmentId) return null;
  const row = await db
    .selectFrom('assignments')
    .innerJoin('members', 'members.course_id', 'assignments.course_id')
    .select('assignments.id')
    .where('assignments.id', '=', assignmentId)
    .where('members.person_id', '=', personId)
    .executeTakeFirst();
  return row?.id ?? null;
}

/**
 * Enters a blob that was made durable before. It may have been there already and have been removed in between, as the
 * bin does in a transaction of its own: then it is put once more.
 */
export async function enterBlob(
  trx: DbOrTrx,
  blobs: BlobStore,
  blob: { sha256: string; bytes: Uint8Array; mediaType: string; at: string },
): Promise<void> {
  if (!(await blobs.has(blob.sha256))) await blobs.put(blob.bytes);
  await trx
    .insertInto('blobs')
    .values({
      sha256: blob.sha256,
      bytes: blob.bytes.length,
      media_type: blob.mediaType,
      created_at: blob.at,
    })
    .onConflict((c) => c.column('sha256').doNothing())
    .execute();
}

/** A capture's row as the contract gives it. */
export function captureOf(
  row: Pick<
    Selectable<Tables['captures']>,
    | 'id'
    | 'source'
    | 'surface'
    | 'original_name'
    | 'format'
    | 'width'
    | 'height'
    | 'sha256'
    | 'received_at'
    | 'notes'
  >,
  bytes: number,
): Capture {
  const extension = FORMAT_FACTS[row.format].extensions[0];
  return {
    id: row.id,
    source: row.source,
    surface: row.surface,
    originalName: row.original_name,
    format: row.format,
    width: row.width,
    height: row.height,
    bytes,
    sha256: row.sha256,
    receivedAt: row.received_at,
    href: fileHref('capture', row.id, withExtension(row.original_name || 'capture', extension)),
    notes: JSON.parse(row.notes) as string[],
  };
}
