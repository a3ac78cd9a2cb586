import type { Assignment } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import { BlobMissing } from '../blobs/blobStore.ts';
import { isEntered } from '../blobs/isEntered.ts';
import type { Context } from '../context.ts';
import { wordsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Job, JobHandler } from '../jobs/jobQueue.ts';
import { Unreadable } from './pixelProcess.ts';

/** The check that reads words, and its version: raised when the same picture would be read otherwise. */
export const WORDS_CHECK = 'words';
const WORDS_VERSION = 1;

/** Reads the words of a picture for whom they are asked of. What cannot be read has none: somebody has to look. */
export function readHandler(context: Context): JobHandler {
  const { db, blobLock, pictures, settings } = context;
  const keep = (sha256: string, text: string) =>
    blobLock.with(sha256, () => keepWords(context, db, sha256, text));
  return {
    version: WORDS_VERSION,
    async work({ subject: sha256 }, signal) {
      if (await isRead(db, sha256)) return;
      const text = await pictures.read(settings.dataFolder, sha256, signal).catch((error: unknown) => {
        if (error instanceof Unreadable || error instanceof BlobMissing) return '';
        throw error;
      });
      await keep(sha256, text);
    },
    giveUp: ({ subject }: Job) => keep(subject, ''),
  };
}

async function isRead(db: DbOrTrx, sha256: string): Promise<boolean> {
  const row = await db
    .selectFrom('facts')
    .select('version')
    .where('sha256', '=', sha256)
    .where('check_name', '=', WORDS_CHECK)
    .executeTakeFirst();
  return row?.version === WORDS_VERSION;
}

async function keepWords(
  { now }: Pick<Context, 'now'>,
  db: DbOrTrx,
  sha256: string,
  text: string,
): Promise<void> {
  // The bin may have let go of it meanwhile.
  if (!(await isEntered(db, sha256))) return;
  const row = { version: WORDS_VERSION, facts: wordsColumn.write({ text }), made_at: now().toISOString() };
  await db
    .insertInto('facts')
    .values({ sha256, check_name: WORDS_CHECK, ...row })
    .onConflict((c) => c.columns(['sha256', 'check_name']).doUpdateSet(row))
    .execute();
}

const asksForWords = ({ proofPoints }: Assignment, proofPointId: string): boolean =>
  (proofPoints.find((point) => point.id === proofPointId)?.requirements.words.length ?? 0) > 0;

/** Sees to it that a picture that is made already gets read, where its proof point asks for words. */
export async function wantWords(
  { jobs }: Pick<Context, 'jobs'>,
  trx: DbOrTrx,
  { assignment, proofPointId, key }: { assignment: Assignment; proofPointId: string; key: string },
  owner: string,
): Promise<void> {
  if (!asksForWords(assignment, proofPointId)) return;
  const made = await trx
    .selectFrom('renderings')
    .select('base_sha256')
    .where('key', '=', key)
    .executeTakeFirst();
  const sha256 = made?.base_sha256;
  if (sha256 && !(await isRead(trx, sha256))) await jobs.add(trx, 'read', sha256, owner);
}

/** The same for a picture that has just been made, for whoever uses it. */
export async function wantWordsOf(
  context: Pick<Context, 'jobs'>,
  trx: DbOrTrx,
  key: string,
  owner: string,
): Promise<void> {
  const drafts = await trx
    .selectFrom('evidence')
    .select(['assignment_id', 'proof_point_id'])
    .where('rendering_key', '=', key)
    .where('removed_at', 'is', null)
    .execute();
  for (const row of drafts) {
    const assignment = await readAssignment(trx, row.assignment_id);
    await wantWords(context, trx, { assignment, proofPointId: row.proof_point_id, key }, owner);
  }
  const handedIn = await trx
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .select(['hand_ins.assignment_id', 'hand_ins.version', 'hand_in_items.proof_point_id'])
    .where('rendering_key', '=', key)
    .execute();
  for (const row of handedIn) {
    const assignment = await readAssignment(trx, row.assignment_id, row.version);
    await wantWords(context, trx, { assignment, proofPointId: row.proof_point_id, key }, owner);
  }
}
