import type { Request, Response } from 'express';
import { mayFetchArchive } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { archiveHeaders, parseArchiveName } from '../files/archiveForms.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { endedBefore, readErrand } from './errandRows.ts';
import { requireArchive } from './orders.ts';
import { resultPath } from './results.ts';

/** `GET /archives/made/<errand's id>.<form>`: what was made, for whoever asked for it and may still see it; in parts too. */
export function madeRoute(context: Context, readActor: ReadActor) {
  const { db, now } = context;
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/archives/made/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const { id, form } = parseArchiveName(String(req.params.name)) ?? {};
    const row = id ? await readErrand(db, id) : undefined;
    if (!row?.assignment_id || !row.form || row.form !== form || row.person_id !== actor.personId)
      throw notFound('errand');
    if (row.state !== 'ready' || !row.ended_at || row.ended_at <= endedBefore(now()))
      throw notFound('errand');
    if (!(await mayFetchArchive(db, actor, 'assignment', row.assignment_id))) throw notFound('errand');
    await requireArchive(context, actor, row.assignment_id, row.form);
    const { title } = await readAssignment(db, row.assignment_id);
    res.set(archiveHeaders(title, form));
    await new Promise<void>((resolve, reject) => {
      res.sendFile(resultPath(context, row.id), { cacheControl: false, dotfiles: 'allow' }, (error) => {
        if (!error) return resolve();
        // Whoever waited for it has left.
        if (res.headersSent) return resolve();
        reject((error as NodeJS.ErrnoException).code === 'ENOENT' ? notFound('errand') : error);
      });
    });
    if (res.writableFinished)
      await db.updateTable('errands').set({ fetched: 1 }).where('id', '=', row.id).execute();
  };
}
