import { createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { finished } from 'node:stream/promises';
import type { ClassForm } from '@nachweis/contract';
import { type Actor, mayFetchArchive } from '../access/access.ts';
import type { Context } from '../context.ts';
import { readDisk } from '../disk/freeDisk.ts';
import { archiveOfClass, writeArchive } from '../files/writeArchive.ts';
import { HttpProblem } from '../http/problem.ts';
import type { JobHandler } from '../jobs/jobQueue.ts';
import type { ErrandRow } from './errandRows.ts';
import { requireArchive } from './orders.ts';
import { beginErrand, errandHandler, noteEnd, noteProgress } from './progress.ts';
import { makeResultsFolder, partPath, removeResult, resultPath } from './results.ts';

/** How far it is need not be written more often. */
const NOTE_EVERY_MS = 250;
/** Downloads take so much of what is free on the disk, so that pictures find room beside them. */
const SHARE_OF_FREE = 0.5;

/** Makes a class's hand-ins into one file for whoever asked for it, as they may see them then. */
export function archiveHandler(context: Context): JobHandler {
  return errandHandler(
    context,
    () => 'broken',
    ({ id }, signal) => makeArchive(context, id, signal),
  );
}

async function makeArchive(context: Context, id: string, signal: AbortSignal): Promise<void> {
  const errand = await beginErrand(context, id);
  if (!errand?.assignment_id || !errand.form) return;
  const { person_id: personId, assignment_id: assignmentId, form } = errand;
  if (!(await maySee(context, { personId }, assignmentId, form)))
    return noteEnd(context, id, { state: 'failed', why: 'not-seen' });
  if (!(await hasRoom(context, assignmentId)))
    return noteEnd(context, id, { state: 'failed', why: 'disk-full' });
  try {
    await writeResult(context, errand as ErrandRow & { assignment_id: string; form: ClassForm }, signal);
  } catch (error) {
    if (!isFull(error)) throw error;
    await noteEnd(context, id, { state: 'failed', why: 'disk-full' });
  } finally {
    await rm(partPath(context, id), { force: true });
  }
}

async function writeResult(
  context: Context,
  { id, person_id: personId, assignment_id, form }: ErrandRow & { assignment_id: string; form: ClassForm },
  signal: AbortSignal,
): Promise<void> {
  const wanted = await archiveOfClass(context, assignment_id);
  const total = wanted.handIns.length;
  await noteProgress(context, id, { done: 0, total });
  let noted = performance.now();
  const passed = async (done: number) => {
    signal.throwIfAborted();
    if (performance.now() - noted < NOTE_EVERY_MS) return;
    noted = performance.now();
    await noteProgress(context, id, { done });
  };
  await makeResultsFolder(context);
  const part = partPath(context, id);
  const out = createWriteStream(part);
  try {
    await Promise.all([finished(out), writeArchive(context, { personId }, form, wanted, out, passed)]);
    const { size } = await stat(part);
    await rename(part, resultPath(context, id));
    await noteProgress(context, id, { done: total });
    await noteEnd(context, id, { state: 'ready', bytes: size });
  } catch (error) {
    out.destroy();
    await removeResult(context, id);
    throw error;
  }
  await removeEarlier(context, { id, personId, assignmentId: assignment_id, form });
}

/** Of one person there is one of a kind: the latest. */
async function removeEarlier(
  context: Context,
  {
    id,
    personId,
    assignmentId,
    form,
  }: { id: string; personId: string; assignmentId: string; form: ClassForm },
): Promise<void> {
  const earlier = await context.db
    .deleteFrom('errands')
    .where('person_id', '=', personId)
    .where('assignment_id', '=', assignmentId)
    .where('form', '=', form)
    .where('ended_at', 'is not', null)
    .where('id', '!=', id)
    .returning('id')
    .execute();
  for (const one of earlier) await removeResult(context, one.id);
}

async function maySee(
  context: Context,
  actor: Actor,
  assignmentId: string,
  form: ClassForm,
): Promise<boolean> {
  if (!(await mayFetchArchive(context.db, actor, 'assignment', assignmentId))) return false;
  try {
    await requireArchive(context, actor, assignmentId, form);
    return true;
  } catch (error) {
    if (error instanceof HttpProblem) return false;
    throw error;
  }
}

/** Its pictures are nearly all of an archive. */
async function hasRoom({ db, settings }: Context, assignmentId: string): Promise<boolean> {
  const { bytes } = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .innerJoin('blobs', 'blobs.sha256', 'hand_in_items.file_sha256')
    .select((eb) => eb.fn.sum<number | null>('blobs.bytes').as('bytes'))
    .where('hand_ins.assignment_id', '=', assignmentId)
    .executeTakeFirstOrThrow();
  const { freeBytes } = await readDisk(settings.dataFolder);
  return (bytes ?? 0) <= freeBytes * SHARE_OF_FREE;
}

const isFull = (error: unknown): boolean =>
  /^(ENOSPC|EDQUOT)/.test(String((error as { code?: unknown } | null)?.code ?? ''));
