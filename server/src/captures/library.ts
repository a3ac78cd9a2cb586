import type { CaptureDetails, CaptureFilter, CaptureItem, CaptureList } from '@nachweis/contract';
import { type SelectQueryBuilder, sql } from 'kysely';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { fileHref } from '../files/hrefs.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { captureOf } from './service.ts';

/** How long a capture stays in the bin. */
export const BIN_DAYS = 30;
const DAY_MS = 24 * 3600 * 1000;

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
  const match = matchExpression(filter.words);
  if (match)
    q = q.where(
      sql<boolean>`captures.rowid IN (SELECT rowid FROM captures_fts WHERE captures_fts MATCH ${match})`,
    );
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

/** Every word has to be there, as a beginning; as strings, so that nothing in them is an operator of FTS5. */
function matchExpression(words: string): string {
  return words
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map((word) => `"${word}"*`)
    .join(' ');
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
    .innerJoin('proof_points', 'proof_points.id', 'evidence.proof_point_id')
    .innerJoin('assignments', 'assignments.id', 'evidence.assignment_id')
    .select(['evidence.capture_id', 'proof_points.number', 'assignments.title', 'assignments.id'])
    .where('evidence.capture_id', 'in', ids)
    .where('evidence.removed_at', 'is', null)
    .execute();
  const handIns = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .innerJoin('proof_points', 'proof_points.id', 'hand_in_items.proof_point_id')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .select([
      'hand_in_items.capture_id',
      'proof_points.number',
      'assignments.title',
      'hand_ins.id',
      'hand_ins.attempt',
    ])
    .where('hand_in_items.capture_id', 'in', ids)
    .execute();
  const items = rows.map((row): CaptureItem => {
    const here = (use: { capture_id: string }) => use.capture_id === row.id;
    return {
      ...captureOf(row, row.bytes),
      label: row.label,
      document: row.document,
      scale: row.scale,
      done: JSON.parse(row.done) as string[],
      jws: row.record,
      thumbHref: fileHref('capture-thumb', row.id, 'small.webp'),
      courseTitle: row.course_title ?? '',
      uses: [
        ...drafts.filter(here).map((use) => ({
          where: `P${use.number} of ${use.title}`,
          href: `/assignments/${use.id}`,
          handedIn: false,
        })),
        ...handIns.filter(here).map((use) => ({
          where: `P${use.number} of ${use.title}, handed in${use.attempt > 1 ? ` (attempt ${use.attempt})` : ''}`,
          href: `/hand-ins/${use.id}`,
          handedIn: true,
        })),
      ],
      note: row.note,
      tags: JSON.parse(row.tags) as string[],
      favourite: row.favourite === 1,
      deletedAt: row.deleted_at,
    };
  });
  const order = new Map(ids.map((id, index) => [id, index]));
  return items.sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0));
}

export async function writeDetails(
  context: Context,
  id: string,
  details: CaptureDetails,
): Promise<CaptureItem> {
  await context.db
    .updateTable('captures')
    .set({
      note: details.note,
      tags: JSON.stringify([...new Set(details.tags)]),
      favourite: details.favourite ? 1 : 0,
    })
    .where('id', '=', id)
    .execute();
  return readItem(context.db, id);
}

/**
 * Puts a capture into the bin.
 * @throws HttpProblem `in-use` while a hand-in or a proof sheet holds it
 */
export async function removeCapture({ db, now }: Context, id: string): Promise<CaptureItem> {
  return db.transaction().execute(async (trx) => {
    const { uses } = await readItem(trx, id);
    const [use] = [...uses].sort((a, b) => Number(b.handedIn) - Number(a.handedIn));
    if (use) {
      throw new HttpProblem(
        'in-use',
        use.handedIn
          ? `It is in ${use.where} and stays as long as that does.`
          : `It is in ${use.where}. Take it out there first.`,
      );
    }
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
  if (!item) throw notFound('The capture');
  return item;
}

/**
 * Empties the bin of what has been in it for 30 days, with its bytes where nothing else holds them. Evidence that was
 * taken out of a draft goes with it.
 * @returns how many captures went
 */
export async function emptyBin({ db, blobs, now }: Context): Promise<number> {
  const until = new Date(now().getTime() - BIN_DAYS * DAY_MS).toISOString();
  const gone = await db.transaction().execute(async (trx) => {
    const old = await trx
      .selectFrom('captures')
      .select(['id', 'sha256'])
      .where('deleted_at', '<', until)
      .where((eb) =>
        eb.not(
          eb.exists(
            eb
              .selectFrom('hand_in_items')
              .select('id')
              .whereRef('hand_in_items.capture_id', '=', 'captures.id'),
          ),
        ),
      )
      .where((eb) =>
        eb.not(
          eb.exists(
            eb
              .selectFrom('evidence')
              .select('id')
              .whereRef('evidence.capture_id', '=', 'captures.id')
              .where('removed_at', 'is', null),
          ),
        ),
      )
      .execute();
    const unheld: string[] = [];
    for (const { id, sha256 } of old) {
      await trx.deleteFrom('evidence').where('capture_id', '=', id).execute();
      await trx.deleteFrom('captures').where('id', '=', id).execute();
      const held = await trx
        .selectFrom('blobs')
        .select('sha256')
        .where('sha256', '=', sha256)
        .where((eb) =>
          eb.or([
            eb.exists(eb.selectFrom('captures').select('id').where('captures.sha256', '=', sha256)),
            eb.exists(
              eb
                .selectFrom('hand_in_items')
                .select('id')
                .where((item) =>
                  item.or([item('base_sha256', '=', sha256), item('file_sha256', '=', sha256)]),
                ),
            ),
          ]),
        )
        .executeTakeFirst();
      if (held) continue;
      await trx.deleteFrom('inspections').where('sha256', '=', sha256).execute();
      await trx.deleteFrom('blobs').where('sha256', '=', sha256).execute();
      unheld.push(sha256);
    }
    return { count: old.length, unheld };
  });
  for (const sha256 of gone.unheld) {
    // In a transaction, so that nobody can enter the same bytes again between the question and the removal.
    await db.transaction().execute(async (trx) => {
      const again = await trx
        .selectFrom('blobs')
        .select('sha256')
        .where('sha256', '=', sha256)
        .executeTakeFirst();
      if (!again) await blobs.remove(sha256);
    });
  }
  return gone.count;
}
