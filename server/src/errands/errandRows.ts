import { ERRAND_HOURS, type Errand, type MailingErrand } from '@nachweis/contract';
import type { Selectable } from 'kysely';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { namesOf } from '../people/names.ts';

export type ErrandRow = Selectable<Tables['errands']>;

const HOUR_MS = 3_600_000;

/** What has ended before this has waited long enough. */
export const endedBefore = (now: Date): string =>
  new Date(now.getTime() - ERRAND_HOURS * HOUR_MS).toISOString();

export const readErrand = (db: DbOrTrx, id: string): Promise<ErrandRow | undefined> =>
  db.selectFrom('errands').selectAll().where('id', '=', id).executeTakeFirst();

/** What a person has asked for, the latest first; what has waited long enough is not there any more. */
export async function readErrands({ db, now }: Context, personId: string): Promise<Errand[]> {
  const rows = await db
    .selectFrom('errands')
    .selectAll()
    .where('person_id', '=', personId)
    .where((eb) => eb.or([eb('ended_at', 'is', null), eb('ended_at', '>', endedBefore(now()))]))
    .orderBy('seq', 'desc')
    .execute();
  return Promise.all(rows.map((row) => toErrand(db, row)));
}

export async function toErrand(db: DbOrTrx, row: ErrandRow): Promise<Errand> {
  const { id, state, why, done, total, asked_at: askedAt } = row;
  const facts = { id, state, why, done, total, askedAt };
  if (row.kind === 'mailing' || !row.assignment_id || !row.form) {
    const { title } = await db
      .selectFrom('courses')
      .select('title')
      .where('id', '=', row.course_id)
      .executeTakeFirstOrThrow();
    return { ...facts, kind: 'mailing', title, courseId: row.course_id, ...(await readUnsent(db, row)) };
  }
  const { title } = await readAssignment(db, row.assignment_id);
  const isReady = state === 'ready';
  return {
    ...facts,
    kind: 'archive',
    title,
    assignmentId: row.assignment_id,
    form: row.form,
    href: isReady ? `/archives/made/${id}.${row.form}` : null,
    bytes: row.bytes,
    waitsUntil:
      isReady && row.ended_at
        ? new Date(Date.parse(row.ended_at) + ERRAND_HOURS * HOUR_MS).toISOString()
        : null,
    fetched: row.fetched === 1,
  };
}

/** Who has no letter by a mailing, by why. */
async function readUnsent(
  db: DbOrTrx,
  { id }: ErrandRow,
): Promise<Pick<MailingErrand, 'refused' | 'left' | 'hasPassword'>> {
  const rows = await db
    .selectFrom('errand_people')
    .select(['person_id', 'state'])
    .where('errand_id', '=', id)
    .where('state', 'not in', ['waiting', 'sent'])
    .execute();
  const names = await namesOf(
    db,
    rows.map(({ person_id }) => person_id),
  );
  const those = (state: (typeof rows)[number]['state']): string[] =>
    rows
      .filter((row) => row.state === state)
      .map(({ person_id }) => names(person_id))
      .sort();
  return { refused: those('refused'), left: those('left'), hasPassword: those('has-password') };
}
