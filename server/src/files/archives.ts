import type { Request, Response } from 'express';
import { type Actor, mayFetchArchive, requireSeeing } from '../access/access.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { ownEntries } from '../known/ownArchive.ts';
import { readVeil } from '../veil/veil.ts';
import { type ArchiveForm, archiveHeaders, parseArchiveName } from './archiveForms.ts';
import { archiveOfClass, archiveOfOne, writeArchive } from './writeArchive.ts';
import { writeZip } from './writeZip.ts';

const DOCUMENTS: ReadonlySet<ArchiveForm> = new Set(['docx', 'odt']);
const CLASS_DOCUMENTS: ReadonlySet<ArchiveForm> = new Set(['docx.zip', 'odt.zip']);

/**
 * `GET /archives/hand-in/<id>.<form>`: what was handed in, with the signed receipt: its files (`zip`), the same as a bag of
 * RFC 8493 (`bag.zip`), as a page (`page.zip`), as a document (`docx`, `odt`), or as a sheet to print (`pdf`), which has what
 * was returned too. `GET /archives/assignment/<id>.<form>`: the same of a class, for its staff; its sheet has those that
 * were returned. `GET /archives/own/<person's id>.zip`: all of a person's own, for themselves. Each is written while it
 * is read, one hand-in at a time, so that a class of any size needs no room.
 */
export function archivesRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/archives/:kind/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const { kind, name } = req.params as { kind: string; name: string };
    const { id, form } = parseArchiveName(name) ?? {};
    if (!id || !form || (kind !== 'hand-in' && kind !== 'assignment' && kind !== 'own'))
      throw notFound('address');
    if (kind === 'own' && form !== 'zip') throw notFound('address');
    // One document is no archive, and a class's documents are.
    if (kind === 'assignment' ? DOCUMENTS.has(form) : CLASS_DOCUMENTS.has(form)) throw notFound('address');
    if (!(await mayFetchArchive(context.db, actor, kind, id))) throw notFound('hand-in');
    if (kind === 'own') return sendOwn(context, actor, res);
    const meant = kind === 'hand-in' ? { handInId: id } : { assignmentId: id };
    if (await readVeil(context, actor, meant)) throw new HttpProblem('veiled');
    // What was judged is not for those who still judge by themselves.
    if (form === 'pdf') await requireSeeing(context.db, actor, kind, id);
    const wanted =
      kind === 'hand-in' ? await archiveOfOne(context, actor, id) : await archiveOfClass(context, id);
    res.set(archiveHeaders(wanted.title, form));
    await sendWhole(context, res, () => writeArchive(context, actor, form, wanted, res));
  };
}

async function sendOwn(context: Context, actor: Actor, res: Response): Promise<void> {
  res.set(archiveHeaders('Nachweis, all of my own', 'zip'));
  await sendWhole(context, res, () => writeZip(context.blobs, ownEntries(context, actor), res));
}

/** Half an archive must not look like a whole one: its download fails. */
async function sendWhole({ log }: Context, res: Response, write: () => Promise<void>): Promise<void> {
  try {
    await write();
  } catch (error) {
    log.error({ err: error }, 'an archive could not be written');
    res.destroy();
  }
}
