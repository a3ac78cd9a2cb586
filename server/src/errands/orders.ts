import { randomUUID } from 'node:crypto';
import type { ClassForm, Errand } from '@nachweis/contract';
import { type Actor, requireSeeing } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';
import { readVeil } from '../veil/veil.ts';
import { type ErrandRow, readErrand, toErrand } from './errandRows.ts';
import { removeResult } from './results.ts';

/**
 * Whether somebody may have a class's hand-ins as a file now; access to the assignment is decided already.
 * @throws HttpProblem `veiled` as long as it is judged without names; `blind` for sheets, which tell what was judged
 */
export async function requireArchive(
  context: Context,
  actor: Actor,
  assignmentId: string,
  form: ClassForm,
): Promise<void> {
  if (await readVeil(context, actor, { assignmentId })) throw new HttpProblem('veiled');
  if (form === 'pdf') await requireSeeing(context.db, actor, 'assignment', assignmentId);
}

/** Asks for a class's hand-ins in one file; what the same person has asked for already and waits for is that. */
export async function orderArchive(
  context: Context,
  actor: Actor,
  assignmentId: string,
  form: ClassForm,
): Promise<Errand> {
  const { db, jobs } = context;
  await requireArchive(context, actor, assignmentId, form);
  const { courseId } = await readAssignment(db, assignmentId);
  const row = await db.transaction().execute(async (trx) => {
    const asked = await trx
      .selectFrom('errands')
      .selectAll()
      .where('person_id', '=', actor.personId)
      .where('assignment_id', '=', assignmentId)
      .where('form', '=', form)
      .where('state', 'in', ['waiting', 'working'])
      .executeTakeFirst();
    return (
      asked ??
      enterErrand(context, trx, actor.personId, {
        ...{
          id: randomUUID(),
          kind: 'archive',
          assignment_id: assignmentId,
          course_id: courseId,
          form,
          total: 0,
        },
      })
    );
  });
  jobs.wake();
  return toErrand(db, row);
}

/**
 * Asks for a sign-in link by mail for each of some people, once for each id; `jobs.wake` is called after the transaction.
 * @throws HttpProblem `already-exists` for an id that another errand has
 */
export async function orderMailing(
  context: Pick<Context, 'jobs' | 'now'>,
  trx: DbOrTrx,
  by: string,
  { id, courseId, personIds }: { id: string; courseId: string; personIds: readonly string[] },
): Promise<ErrandRow> {
  const there = await readErrand(trx, id);
  if (there?.kind === 'mailing' && there.person_id === by && there.course_id === courseId) return there;
  if (there) throw new HttpProblem('already-exists', {});
  const people = [...new Set(personIds)];
  const row = await enterErrand(context, trx, by, {
    ...{ id, kind: 'mailing', assignment_id: null, course_id: courseId, form: null, total: people.length },
  });
  for (const person_id of people)
    await trx
      .insertInto('errand_people')
      .values({ errand_id: row.id, person_id, state: 'waiting' })
      .execute();
  return row;
}

async function enterErrand(
  { jobs, now }: Pick<Context, 'jobs' | 'now'>,
  trx: DbOrTrx,
  personId: string,
  what: Pick<ErrandRow, 'id' | 'kind' | 'assignment_id' | 'course_id' | 'form' | 'total'>,
): Promise<ErrandRow> {
  const row = await trx
    .insertInto('errands')
    .values({
      ...what,
      person_id: personId,
      state: 'waiting',
      why: null,
      done: 0,
      asked_at: now().toISOString(),
      ended_at: null,
      bytes: null,
      fetched: 0,
    })
    .returningAll()
    .executeTakeFirstOrThrow();
  await jobs.add(trx, what.kind, row.id, personId);
  return row;
}

/** Stops what is under way; what has ended is cleared away, with what was made. */
export async function endErrand(context: Context, id: string): Promise<void> {
  const { db, now } = context;
  await db.transaction().execute(async (trx) => {
    const row = await readErrand(trx, id);
    if (row?.state === 'waiting' || row?.state === 'working')
      await trx
        .updateTable('errands')
        .set({ state: 'stopped', ended_at: now().toISOString() })
        .where('id', '=', id)
        .execute();
    else await trx.deleteFrom('errands').where('id', '=', id).execute();
  });
  await removeResult(context, id);
}
