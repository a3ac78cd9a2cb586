import { randomBytes } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { Capture, CaptureQuery, CaptureRecord, Source } from '@nachweis/contract';
import { FORMAT_FACTS, MAX_PICTURE_BYTES, refuseTooLarge } from '@nachweis/core';
import { type Received, TooManyBytes } from '../blobs/blobStore.ts';
import { enterBlob } from '../blobs/enterBlob.ts';
import type { Context } from '../context.ts';
import { doneColumn, notesColumn } from '../db/columns.ts';
import { HttpProblem } from '../http/problem.ts';
import type { Examined } from '../pictures/pictureTasks.ts';
import { captureOf } from './captureOf.ts';
import { requireRoom } from './quota.ts';

export type NewCapture = Pick<CaptureQuery, 'source' | 'surface' | 'name'> &
  Partial<Omit<CaptureQuery, 'scale'>> & {
    scale?: number | null | undefined;
    id: string;
    ownerId: string;
    content: Readable;
    /** when its request reached the server */
    receivedAt?: string;
  };

/** Of pictures from these sources Nachweis knows where they were made: it took them. */
const TAKEN_HERE: readonly Source[] = ['screen-share', 'practice-desk', 'camera', 'recording'];

/**
 * Takes a picture in: its bytes are kept as they come, examined in a thread, made durable, then entered. Its pixels
 * are decoded later, by a job. Sending the same picture again under the same id, as a browser does that never got the
 * answer, changes nothing.
 *
 * @throws HttpProblem `picture-refused`, `too-large`, `quota`, `already-exists` for other bytes under the same id
 */
export async function takeCapture(context: Context, capture: NewCapture): Promise<Capture> {
  const { blobs, pictures, jobs } = context;
  const { id, ownerId, name, content } = capture;
  await requireRoom(context, ownerId, id);
  const received = await blobs.receive(content, MAX_PICTURE_BYTES).catch((error) => {
    if (!(error instanceof TooManyBytes)) throw error;
    const { refusal } = refuseTooLarge(MAX_PICTURE_BYTES + 1, name);
    throw new HttpProblem('too-large', { refusal });
  });
  try {
    const examined = await pictures.examine(ownerId, { place: received.place, fileName: name });
    if (!examined.ok) throw new HttpProblem('picture-refused', { refusal: examined.refusal });
    const entered = await enterCapture(context, capture, received, examined);
    jobs.wake();
    return entered;
  } finally {
    await received.discard();
  }
}

type Sound = Extract<Examined, { ok: true }>;

async function enterCapture(
  context: Context,
  capture: NewCapture,
  received: Received,
  { sha256, format, width, height, notes, keepsFormat }: Sound,
): Promise<Capture> {
  const { db, blobs, blobLock, jobs, signing, now } = context;
  const { id, ownerId, source, surface, name, label = '', document = '', scale = null, done = [] } = capture;
  const receivedAt = capture.receivedAt ?? now().toISOString();
  const { bytes } = received;
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
    bytes,
    sha256,
    done,
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
    notes: notesColumn.write(notes),
    received_at: receivedAt,
    label,
    document,
    scale,
    done: doneColumn.write(done),
    assignment_id: capture.assignmentId ?? null,
    record: await signing.sign(record),
    salt: randomBytes(16).toString('hex'),
    keeps_format: keepsFormat ? 1 : 0,
  };
  return blobLock.with(sha256, async () => {
    await blobs.keep(received, sha256);
    return db.transaction().execute(async (trx) => {
      await enterBlob(trx, { sha256, bytes, mediaType: FORMAT_FACTS[format].mediaType, at: receivedAt });
      // Sent twice at once, or again: whichever was entered first is the one.
      await trx
        .insertInto('captures')
        .values(row)
        .onConflict((c) => c.column('id').doNothing())
        .execute();
      const there = await trx
        .selectFrom('captures')
        .selectAll()
        .where('id', '=', id)
        .executeTakeFirstOrThrow();
      if (there.sha256 !== sha256 || there.owner_id !== ownerId) throw new HttpProblem('already-exists', {});
      await jobs.add(trx, 'inspect', sha256, ownerId);
      return captureOf(there, bytes);
    });
  });
}
