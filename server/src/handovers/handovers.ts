import { randomBytes, randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import {
  EvidenceWrite,
  type Handover,
  type HandoverMade,
  type HandoverOrder,
  type HandoverView,
} from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import { sha256Of } from '../blobs/hash.ts';
import { takeCapture } from '../captures/takeCapture.ts';
import type { Context } from '../context.ts';
import { putEvidence } from '../evidence/putEvidence.ts';
import { HttpProblem, notFound } from '../http/problem.ts';

/** Long enough to take up a telephone; whoever finds the code on a screen later can do nothing with it. */
const LASTS_MS = 10 * 60_000;

/**
 * Lets one picture come from another device. The database holds only the hash of its token; what was not used in time
 * goes.
 *
 * @throws HttpProblem `not-found` for a proof point of another assignment, `already-exists` for an id that is taken
 */
export async function makeHandover(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  { id, proofPointId }: HandoverOrder,
): Promise<HandoverMade> {
  const assignment = await readAssignment(db, assignmentId);
  if (!assignment.proofPoints.some((point) => point.id === proofPointId)) throw notFound('proof-point');
  const made = now();
  const token = randomBytes(16).toString('base64url');
  const expiresAt = new Date(made.getTime() + LASTS_MS).toISOString();
  // A day later: until then its page can still say that it is over.
  const dayBefore = new Date(made.getTime() - 24 * 3_600_000).toISOString();
  await db.deleteFrom('handovers').where('expires_at', '<', dayBefore).execute();
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('handovers')
    .values({
      id,
      token_hash: sha256Of(token),
      person_id: personId,
      assignment_id: assignmentId,
      proof_point_id: proofPointId,
      evidence_id: randomUUID(),
      made_at: made.toISOString(),
      expires_at: expiresAt,
      placed_at: null,
    })
    .onConflict((c) => c.column('id').doNothing())
    .executeTakeFirstOrThrow();
  if (numInsertedOrUpdatedRows === 0n) throw new HttpProblem('already-exists', {});
  return { token, expiresAt };
}

/** Whether the picture has come, for whom it was asked for. */
export async function readHandover({ db, now }: Context, handoverId: string): Promise<Handover> {
  const row = await db
    .selectFrom('handovers')
    .leftJoin('captures', 'captures.id', 'handovers.id')
    .leftJoin('evidence', 'evidence.id', 'handovers.evidence_id')
    .select(['expires_at', 'placed_at', 'captures.id as capture_id', 'evidence.id as evidence_id'])
    .where('handovers.id', '=', handoverId)
    .executeTakeFirst();
  if (!row) throw notFound('handover');
  const isOver = row.expires_at <= now().toISOString();
  // Between its bytes and its place it has not come yet; where it never got to one it is found among the captures.
  const hasCome = row.placed_at !== null || (isOver && row.capture_id !== null);
  const state = hasCome ? 'arrived' : isOver ? 'expired' : 'waiting';
  return { state, captureId: row.capture_id, evidenceId: row.evidence_id };
}

/** @throws HttpProblem `not-found` where there is no such token */
export async function openHandover({ db }: Context, token: string): Promise<HandoverView> {
  const handover = await byToken(db, token);
  const { title, proofPoints } = await readAssignment(db, handover.assignment_id);
  const point = proofPoints.find(({ id }) => id === handover.proof_point_id);
  return {
    assignmentTitle: title,
    code: point?.code ?? '',
    pointTitle: point?.title ?? '',
    isUsed: handover.capture_id !== null,
    expiresAt: handover.expires_at,
  };
}

/**
 * Takes the picture in as its student's, and puts it into the proof point where there is room. One picture alone: its
 * capture has the handover's id, so that another one is told that it is there, and the same one again changes nothing.
 *
 * @param at when its request reached the server
 * @throws HttpProblem `not-found` also once its time is over, `already-exists` for a second picture, and what `takeCapture` throws
 */
export async function takeFromPhone(
  context: Context,
  token: string,
  { content, name, at }: { content: Readable; name: string; at: string },
): Promise<HandoverView> {
  const handover = await byToken(context.db, token);
  if (handover.capture_id === null && handover.expires_at <= at) throw notFound('handover');
  const capture = await takeCapture(context, {
    id: handover.id,
    ownerId: handover.person_id,
    source: 'camera',
    surface: 'photo',
    name,
    label: 'another device',
    assignmentId: handover.assignment_id,
    content,
    receivedAt: at,
  });
  if (await hasRoom(context, handover)) await intoPoint(context, handover, capture.id, at);
  await context.db
    .updateTable('handovers')
    .set({ placed_at: at })
    .where('id', '=', handover.id)
    .where('placed_at', 'is', null)
    .execute();
  return openHandover(context, token);
}

type Row = Awaited<ReturnType<typeof byToken>>;

async function byToken(db: Context['db'], token: string) {
  const row = await db
    .selectFrom('handovers')
    .leftJoin('captures', 'captures.id', 'handovers.id')
    .selectAll('handovers')
    .select('captures.id as capture_id')
    .where('token_hash', '=', sha256Of(token))
    .executeTakeFirst();
  if (!row) throw notFound('handover');
  return row;
}

/** Nothing is put in another picture's place by a device on which that is not seen. */
async function hasRoom({ db }: Context, handover: Row): Promise<boolean> {
  const { proofPoints } = await readAssignment(db, handover.assignment_id);
  const point = proofPoints.find(({ id }) => id === handover.proof_point_id);
  const { there } = await db
    .selectFrom('evidence')
    .select((eb) => eb.fn.countAll<number>().as('there'))
    .where('assignment_id', '=', handover.assignment_id)
    .where('student_id', '=', handover.person_id)
    .where('proof_point_id', '=', handover.proof_point_id)
    .where('removed_at', 'is', null)
    .where('id', '!=', handover.evidence_id)
    .executeTakeFirstOrThrow();
  return point !== undefined && there < point.requirements.maxPictures;
}

/** What can be added no more stays among the captures. */
async function intoPoint(context: Context, handover: Row, captureId: string, at: string): Promise<void> {
  const write = EvidenceWrite.parse({
    assignmentId: handover.assignment_id,
    proofPointId: handover.proof_point_id,
    captureId,
    framing: { kind: 'whole' },
    marks: [],
    baseVersion: 0,
  });
  try {
    await putEvidence(context, handover.person_id, handover.evidence_id, write, at);
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error;
  }
}
