import { once } from 'node:events';
import { distinctNames, soundFileName } from '@nachweis/core';
import type { Request, Response } from 'express';
import { Zip, ZipPassThrough } from 'fflate';
import { mayFetchArchive } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { readReceipt } from '../handIns/receipts.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { readClassOrder } from '../people/classList.ts';
import { readLine } from '../reviews/line.ts';
import { readVeil } from '../veil/veil.ts';

/** A file of an archive: its name in it, and where its bytes come from. */
interface Entry {
  name: string;
  sha256?: string;
  text?: string;
}

/**
 * `GET /archives/hand-in/<id>.zip`: what was handed in, under its names, with the signed receipt.
 * `GET /archives/assignment/<id>.zip`: the same of a class, a folder for each student, for its staff.
 * It is written while it is read, one file at a time, so that a class of any size needs no room.
 */
export function archivesRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/archives/:kind/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const { kind, name } = req.params as { kind: string; name: string };
    const id = /^([0-9a-f-]{36})\.zip$/.exec(name)?.[1];
    if (!id || (kind !== 'hand-in' && kind !== 'assignment')) throw notFound('address');
    if (!(await mayFetchArchive(context.db, actor, kind, id))) throw notFound('hand-in');
    const meant = kind === 'hand-in' ? { handInId: id } : { assignmentId: id };
    if (await readVeil(context, actor, meant)) throw new HttpProblem('veiled');
    const { title, entries } = kind === 'hand-in' ? await ofHandIn(context, id) : await ofClass(context, id);
    res.set({
      'Content-Type': 'application/zip',
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(soundFileName(title, 'zip'))}`,
    });
    try {
      await write(context, entries, res);
    } catch (error) {
      // Half an archive must not look like a whole one: the download fails.
      context.log.error({ err: error }, 'an archive could not be written');
      res.destroy();
    }
  };
}

async function ofHandIn(context: Context, handInId: string): Promise<{ title: string; entries: Entry[] }> {
  const receipt = await readReceipt(context, context.db, handInId);
  return { title: `${receipt.number} ${receipt.assignmentTitle}`, entries: filesOf(receipt) };
}

function filesOf({ files, number, jws }: Awaited<ReturnType<typeof readReceipt>>): Entry[] {
  const pictures = files.flatMap(({ name, sha256 }) => (sha256 ? [{ name, sha256 }] : []));
  return jws ? [...pictures, { name: `${number}-receipt.jws`, text: jws }] : pictures;
}

async function ofClass(context: Context, assignmentId: string): Promise<{ title: string; entries: Entry[] }> {
  const { db, now } = context;
  const { title, courseId } = await readAssignment(db, assignmentId);
  const line = await readLine(db, assignmentId, await readClassOrder(db, courseId), now().toISOString());
  const folders = distinctNames(
    line.map(({ student, handIn }) => soundFileName(student.listed || handIn.id, '')),
  );
  const entries: Entry[] = [];
  for (const [i, { handIn }] of line.entries()) {
    const receipt = await readReceipt(context, db, handIn.id);
    entries.push(...filesOf(receipt).map((file) => ({ ...file, name: `${folders[i]}/${file.name}` })));
  }
  return { title, entries };
}

/** Pictures are packed already: they are stored as they are. */
async function write({ blobs }: Context, entries: readonly Entry[], res: Response): Promise<void> {
  let failed: Error | null = null;
  const zip = new Zip((error, chunk, final) => {
    if (error) failed = error;
    else if (final) res.end(chunk);
    else res.write(chunk);
  });
  const flushed = async () => {
    if (failed) throw failed;
    if (res.writableNeedDrain && !res.destroyed) await Promise.race([once(res, 'drain'), once(res, 'close')]);
  };
  for (const { name, sha256, text } of entries) {
    // Whoever waited for it has left.
    if (res.destroyed) return;
    const file = new ZipPassThrough(name);
    zip.add(file);
    if (text !== undefined) file.push(new TextEncoder().encode(text));
    else if (sha256)
      for await (const chunk of await blobs.stream(sha256)) {
        file.push(new Uint8Array(chunk as Buffer));
        await flushed();
      }
    file.push(new Uint8Array(0), true);
    await flushed();
  }
  zip.end();
}
