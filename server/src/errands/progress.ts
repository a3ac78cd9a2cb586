import type { Errand } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { JOB_PAUSES_MS, type JobHandler } from '../jobs/jobQueue.ts';
import type { ErrandRow } from './errandRows.ts';

/** Whoever asked for it wants it no longer. */
export class Stopped extends Error {}

/** Begins, or begins anew after a stop of the server. Undefined where nobody wants it any more. */
export const beginErrand = ({ db }: Pick<Context, 'db'>, id: string): Promise<ErrandRow | undefined> =>
  db
    .updateTable('errands')
    .set({ state: 'working' })
    .where('id', '=', id)
    .where('state', 'in', ['waiting', 'working'])
    .returningAll()
    .executeTakeFirst();

/** Notes how far it is, also of what was stopped meanwhile: what is done is done. @throws Stopped */
export async function noteProgress(
  { db }: Pick<Context, 'db'>,
  id: string,
  how: { done: number; total?: number },
): Promise<void> {
  const row = await db
    .updateTable('errands')
    .set(how)
    .where('id', '=', id)
    .returning('state')
    .executeTakeFirst();
  if (row?.state !== 'working') throw new Stopped();
}

/** Notes that it is done, or why it is not. @throws Stopped */
export async function noteEnd(
  { db, now }: Pick<Context, 'db' | 'now'>,
  id: string,
  how: { state: 'ready'; bytes: number | null } | { state: 'failed'; why: Errand['why'] },
): Promise<void> {
  const row = await db
    .updateTable('errands')
    .set({ ...how, ended_at: now().toISOString() })
    .where('id', '=', id)
    .where('state', '=', 'working')
    .returning('id')
    .executeTakeFirst();
  if (!row) throw new Stopped();
}

/** What the queue does with a kind of errand: what was stopped has ended well, and what cannot be done says why. */
export function errandHandler(
  context: Pick<Context, 'db' | 'now'>,
  whyOf: (error: unknown) => NonNullable<Errand['why']>,
  work: (errand: { id: string; isLastTry: boolean }, signal: AbortSignal) => Promise<void>,
): JobHandler {
  const ended = (error: unknown) => {
    if (!(error instanceof Stopped)) throw error;
  };
  return {
    version: 1,
    work: ({ subject: id, tries }, signal) =>
      work({ id, isLastTry: tries > JOB_PAUSES_MS.length }, signal).catch(ended),
    giveUp: ({ subject }, error) =>
      noteEnd(context, subject, { state: 'failed', why: whyOf(error) }).catch(ended),
  };
}
