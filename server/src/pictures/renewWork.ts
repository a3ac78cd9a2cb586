import { FACTS_VERSION } from '@nachweis/core';
import type { Context } from '../context.ts';
import { evidenceColumn } from '../db/columns.ts';
import { prepareRendering, wantRendering } from '../evidence/rendering.ts';
import { PIXEL_CHECK } from './inspectJob.ts';

/** Sees to it, at start, that what an earlier version made is made anew where this one makes it otherwise. */
export async function renewWork(context: Context): Promise<void> {
  await renewFacts(context);
  await renewRenderings(context);
  context.jobs.wake();
}

/** Facts of an earlier version of the check, or none, of what was taken in or handed in. */
async function renewFacts({ db, jobs }: Context): Promise<void> {
  const outdated = await db
    .selectFrom('blobs')
    .leftJoin('facts', (join) =>
      join.onRef('facts.sha256', '=', 'blobs.sha256').on('facts.check_name', '=', PIXEL_CHECK),
    )
    .select('blobs.sha256')
    .where((eb) => eb.or([eb('facts.version', 'is', null), eb('facts.version', '!=', FACTS_VERSION)]))
    .execute();
  if (outdated.length === 0) return;
  await db.transaction().execute(async (trx) => {
    for (const { sha256 } of outdated) await jobs.add(trx, 'inspect', sha256, '');
  });
}

async function renewRenderings(context: Context): Promise<void> {
  const { db } = context;
  const rows = await db
    .selectFrom('evidence')
    .innerJoin('captures', 'captures.id', 'evidence.capture_id')
    .select(['evidence.id', 'evidence.student_id', 'evidence.document'])
    .select([
      'captures.sha256',
      'captures.format',
      'captures.width',
      'captures.height',
      'captures.keeps_format',
    ])
    .where('evidence.removed_at', 'is', null)
    .where('evidence.rendering_key', 'is', null)
    .execute();
  for (const row of rows) {
    const document = evidenceColumn.read(row.document);
    const { key } = prepareRendering(document, { ...row, keepsFormat: row.keeps_format === 1 });
    await db.transaction().execute(async (trx) => {
      await wantRendering(context, trx, 'render', key, document, row.sha256, row.student_id);
      await trx.updateTable('evidence').set({ rendering_key: key }).where('id', '=', row.id).execute();
    });
  }
}
