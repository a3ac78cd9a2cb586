import { FORMAT_FACTS } from '@nachweis/core';
import { enterBlob } from '../blobs/enterBlob.ts';
import { removeUnlessEntered } from '../blobs/strayFiles.ts';
import type { Context } from '../context.ts';
import { evidenceColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { keepsCoding, RENDERING_VERSION } from '../evidence/rendering.ts';
import type { Job, JobHandler } from '../jobs/jobQueue.ts';
import { keepFacts } from '../pictures/inspectJob.ts';
import type { Rendered } from '../pictures/pictureTasks.ts';
import { Unreadable } from '../pictures/pixelProcess.ts';
import { wantWordsOf } from '../pictures/readJob.ts';
import { settleRendering } from './settle.ts';

/** Makes the picture of a draft ahead of its hand-in, or of a hand-in that was made before it was there. */
export function sealHandler(context: Context): JobHandler {
  return {
    version: RENDERING_VERSION,
    async work(job, signal) {
      const order = await readOrder(context, job.subject);
      if (!order) return;
      try {
        const rendered = await context.pictures.render(context.settings.dataFolder, order, signal);
        await enterRendered(context, job, rendered);
      } catch (error) {
        if (!(error instanceof Unreadable)) throw error;
        await enterFailure(context, job.subject);
      }
    },
    giveUp: (job) => enterFailure(context, job.subject),
  };
}

/** What is to be made; null when it is made already, or nobody wants it any more. */
async function readOrder({ db }: Context, key: string) {
  const row = await db
    .selectFrom('renderings')
    .innerJoin('captures', 'captures.sha256', 'renderings.capture_sha256')
    .select(['renderings.document', 'captures.sha256', 'captures.format'])
    .select(['captures.width', 'captures.height', 'captures.keeps_format'])
    .where('key', '=', key)
    .where('base_sha256', 'is', null)
    .where('failed', '=', 0)
    .executeTakeFirst();
  if (!row || !(await isWanted(db, key))) return null;
  const document = evidenceColumn.read(row.document);
  const capture = { ...row, keepsFormat: row.keeps_format === 1 };
  return { sha256: row.sha256, document, keep: keepsCoding(document, capture) ? row.format : null };
}

/** A draft that was changed once more while its picture waited needs the earlier one no longer. */
async function isWanted(db: DbOrTrx, key: string): Promise<boolean> {
  const evidence = await db
    .selectFrom('evidence')
    .select('id')
    .where('rendering_key', '=', key)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  if (evidence) return true;
  const item = await db
    .selectFrom('hand_in_items')
    .select('id')
    .where((eb) => eb.or([eb('rendering_key', '=', key), eb('whole_key', '=', key)]))
    .executeTakeFirst();
  return item !== undefined;
}

async function enterRendered(context: Context, { subject: key, owner }: Job, made: Rendered): Promise<void> {
  const { db, blobs, blobLock, jobs, now } = context;
  const { base, file, facts } = made;
  const at = now().toISOString();
  const enter = () =>
    db.transaction().execute(async (trx) => {
      // Its draft was changed, or its owner removed, while it was made.
      if (!(await isKnown(trx, key))) return false;
      for (const { sha256, bytes, format } of [base, file])
        await enterBlob(trx, { sha256, bytes, mediaType: FORMAT_FACTS[format].mediaType, at });
      await trx
        .updateTable('renderings')
        .set({ base_sha256: base.sha256, file_sha256: file.sha256, made_at: at })
        .where('key', '=', key)
        .execute();
      if (facts) await keepFacts(context, trx, base.sha256, facts);
      else await jobs.add(trx, 'inspect', base.sha256, owner);
      await settleRendering(context, trx, key);
      await wantWordsOf(context, trx, key, owner);
      return true;
    });
  // In the order of their names, so that two that need the same pair never wait for one another.
  const [first, second] = [base.sha256, file.sha256].sort() as [string, string];
  const isEntered = await blobLock.with(first, () =>
    first === second ? whileThere() : blobLock.with(second, () => whileThere()),
  );
  if (isEntered) jobs.wake();
  else for (const { sha256 } of [base, file]) await removeUnlessEntered(context, sha256);

  async function whileThere(): Promise<boolean> {
    for (const { sha256 } of [base, file])
      if ((await blobs.size(sha256)) === null) throw new Error(`${sha256} went while it was made.`);
    return enter();
  }
}

async function isKnown(db: DbOrTrx, key: string): Promise<boolean> {
  const row = await db.selectFrom('renderings').select('key').where('key', '=', key).executeTakeFirst();
  return row !== undefined;
}

/** The capture's pixels cannot be read: a hand-in of it is complete without the file, and says so. */
async function enterFailure(context: Context, key: string): Promise<void> {
  await context.db.transaction().execute(async (trx) => {
    await trx
      .updateTable('renderings')
      .set({ failed: 1, made_at: context.now().toISOString() })
      .where('key', '=', key)
      .where('base_sha256', 'is', null)
      .execute();
    await settleRendering(context, trx, key);
  });
}
