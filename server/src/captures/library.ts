import type { CaptureDetailsWrite, CaptureFilter, CaptureItem, CaptureList } from '@nachweis/contract';
import { type SelectQueryBuilder, sql } from 'kysely';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { doneColumn, tagsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { fileHref } from '../files/hrefs.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { captureOf } from './captureOf.ts';
import { matchesWords } from './searchWords.ts';

type Query<O> = SelectQueryBuilder<Tables, 'captures', O>;

/** The own captures that fit, the newest first. A page begins behind the instant and id that the one before ended with. */
export async function listCaptures(
  { db }: Context,
  ownerId: string,
  filter: CaptureFilter,
): Promise<CaptureList> {
  const all = filtered(db.selectFrom('captures').where('owner_id', '=', ownerId), filter);
  const { total } = await all.select((eb) => eb.fn.countAll<number>().as('total')).executeTakeFirstOrThrow();
  let page = all.select('captures.id').select('captures.received_at');
  const [at, id] = filter.after?.split(' ') ?? [];
  if (at && id) {
    page = page.where((eb) =>
      eb.or([eb('received_at', '<', at), eb.and([eb('received_at', '=', at), eb('captures.id', '<', id)])]),
    );
  }
  const rows = await page
    .orderBy('received_at', 'desc')
    .orderBy('captures.id', 'desc')
    .limit(filter.limit + 1)
    .execute();
  const shown = rows.slice(0, filter.limit);
  const last = shown.at(-1);
  return {
    items: await readItems(
      db,
      shown.map((row) => row.id),
    ),
    total,
    next: rows.length > shown.length && last ? `${last.received_at} ${last.id}` : null,
  };
}

function filtered<O>(query: Query<O>, filter: CaptureFilter): Query<O> {
  let q = query.where('deleted_at', filter.bin === 'yes' ? 'is not' : 'is', null);
  const match = matchesWords(filter.words);
  if (match) q = q.where(match);
  if (filter.id) q = q.where('captures.id', '=', filter.id);
  if (filter.source) q = q.where('source', '=', filter.source);
  if (filter.from) q = q.where('received_at', '>=', filter.from);
  if (filter.until) q = q.where('received_at', '<', filter.until);
  if (filter.favourite) q = q.where('favourite', '=', filter.favourite === 'yes' ? 1 : 0);
  if (filter.courseId) {
    const { courseId } = filter;
    q = q.where(
      sql<boolean>`EXISTS (SELECT 1 FROM assignments a WHERE a.course_id = ${courseId} AND (a.id = captures.assignment_id OR a.id IN (SELECT e.assignment_id FROM evidence e WHERE e.capture_id = captures.id)))`,
    );
  }
  if (filter.used) {
    const isUsed = sql<boolean>`(EXISTS (SELECT 1 FROM evidence e WHERE e.capture_id = captures.id AND e.removed_at IS NULL) OR EXISTS (SELECT 1 FROM hand_in_items i WHERE i.capture_id = captures.id))`;
    q = q.where(filter.used === 'yes' ? isUsed : sql<boolean>`NOT ${isUsed}`);
  }
  return q;
}

async function readItems(db: DbOrTrx, ids: readonly string[]): Promise<CaptureItem[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .selectFrom('captures')
    .innerJoin('blobs', 'blobs.sha256', 'captures.sha256')
    .leftJoin('assignments', 'assignments.id', 'captures.assignment_id')
    .leftJoin('courses', 'courses.id', 'assignments.course_id')
    .selectAll('captures')
    .select(['blobs.bytes', 'courses.title as course_title'])
    .where('captures.id', 'in', ids)
    .execute();
  const drafts = await db
    .selectFrom('evidence')
    .select(['evidence.capture_id', 'evidence.assignment_id', 'evidence.proof_point_id'])
    .where('evidence.capture_id', 'in', ids)
    .where('evidence.removed_at', 'is', null)
    .execute();
  const handIns = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .select(['hand_in_items.capture_id', 'hand_in_items.proof_point_id'])
    .select(['hand_ins.id', 'hand_ins.assignment_id', 'hand_ins.attempt'])
    .where('hand_in_items.capture_id', 'in', ids)
    .execute();
  const where = await placesOf(
    db,
    [...drafts, ...handIns].map((use) => use.assignment_id),
  );
  const items = rows.map((row): CaptureItem => {
    const here = (use: { capture_id: string }) => use.capture_id === row.id;
    return {
      ...captureOf(row, row.bytes),
      label: row.label,
      document: row.document,
      scale: row.scale,
      done: doneColumn.read(row.done),
      jws: row.record,
      salt: row.salt,
      thumbHref: fileHref('capture-thumb', row.id, 'small.webp'),
      courseTitle: row.course_title ?? '',
      uses: [
        ...drafts.filter(here).map((use) => ({
          ...where(use.assignment_id, use.proof_point_id),
          href: `/assignments/${use.assignment_id}`,
          attempt: null,
        })),
        ...handIns.filter(here).map((use) => ({
          ...where(use.assignment_id, use.proof_point_id),
          href: `/hand-ins/${use.id}`,
          attempt: use.attempt,
        })),
      ],
      note: row.note,
      tags: tagsColumn.read(row.tags),
      favourite: row.favourite === 1,
      deletedAt: row.deleted_at,
    };
  });
  const order = new Map(ids.map((id, index) => [id, index]));
  return items.sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0));
}

/**
 * Writes note, tags and whether it is at hand, as far as they are given.
 * @throws HttpProblem `stale-version` for a note that was changed since it was seen
 */
export async function writeDetails(
  { db }: Context,
  id: string,
  { note, tags, favourite }: CaptureDetailsWrite,
): Promise<CaptureItem> {
  return db.transaction().execute(async (trx) => {
    const { note: there } = await readItem(trx, id);
    if (note && there !== note.seen && there !== note.text)
      throw new HttpProblem('stale-version', { of: 'note' });
    const change = {
      ...(note && { note: note.text }),
      ...(tags && { tags: tagsColumn.write([...new Set(tags)]) }),
      ...(favourite !== undefined && { favourite: Number(favourite) }),
    };
    if (Object.keys(change).length > 0)
      await trx.updateTable('captures').set(change).where('id', '=', id).execute();
    return readItem(trx, id);
  });
}

/**
 * Puts a capture into the bin.
 * @throws HttpProblem `in-use` while a hand-in or a proof sheet holds it
 */
export async function removeCapture({ db, now }: Context, id: string): Promise<CaptureItem> {
  return db.transaction().execute(async (trx) => {
    const { uses } = await readItem(trx, id);
    const use = uses.find((one) => one.attempt !== null) ?? uses[0];
    if (use) throw new HttpProblem('in-use', { ...use });
    await trx
      .updateTable('captures')
      .set({ deleted_at: now().toISOString() })
      .where('id', '=', id)
      .where('deleted_at', 'is', null)
      .execute();
    return readItem(trx, id);
  });
}

export async function restoreCapture({ db }: Context, id: string): Promise<CaptureItem> {
  await db.updateTable('captures').set({ deleted_at: null }).where('id', '=', id).execute();
  return readItem(db, id);
}

async function readItem(db: DbOrTrx, id: string): Promise<CaptureItem> {
  const [item] = await readItems(db, [id]);
  if (!item) throw notFound('capture');
  return item;
}

/** Says which proof point of which assignment something is in. */
async function placesOf(db: DbOrTrx, assignmentIds: readonly string[]) {
  const assignments = await Promise.all([...new Set(assignmentIds)].map((id) => readAssignment(db, id)));
  return (assignmentId: string, pointId: string) => {
    const assignment = assignments.find((a) => a.id === assignmentId);
    const point = assignment?.proofPoints.find((p) => p.id === pointId);
    return { point: point?.code ?? '', assignment: assignment?.title ?? '' };
  };
}
