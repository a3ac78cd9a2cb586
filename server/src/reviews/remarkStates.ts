import type { Remark, RemarkPicture } from '@nachweis/contract';
import type { RawBuilder } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import type { Names } from '../people/names.ts';
import { remarkPicture } from './remarkPictures.ts';

/** One answer to a remark, as it was entered. */
interface ThreadState {
  id: string;
  authorId: string;
  byStudent: boolean;
  text: string;
  settled: boolean | null;
  at: string;
}

/** A remark as it follows from its events. */
export interface RemarkState extends Omit<Remark, 'author' | 'own' | 'thread' | 'settled'> {
  handInId: string;
  authorId: string;
  thread: ThreadState[];
  /** taken away */
  gone: boolean;
  /** when it was last written, changed or taken away; answers are not counted */
  changedAt: string;
}

/**
 * The remarks of some hand-ins, each where it was written first, by three queries however many there are.
 * @param within a condition on `hand_in_id`
 */
export async function readRemarkEvents(db: DbOrTrx, within: RawBuilder<boolean>): Promise<RemarkState[]> {
  const found = new Map<string, RemarkState>();
  const rows = await db.selectFrom('remark_events').selectAll().where(within).orderBy('seq').execute();
  const pictures = await readPictures(
    db,
    rows.flatMap((row) => row.picture_id ?? []),
  );
  for (const row of rows) {
    const first = found.get(row.remark_id);
    found.set(row.remark_id, {
      id: row.remark_id,
      handInId: row.hand_in_id,
      itemId: row.item_id,
      shape: row.shape,
      x: row.x,
      y: row.y,
      width: row.width,
      height: row.height,
      sign: row.sign,
      mustShowId: row.must_show_id,
      text: row.text ?? '',
      picture: pictures.get(row.picture_id ?? '') ?? null,
      authorId: row.author_id,
      writtenAt: first?.writtenAt ?? row.written_at,
      version: row.seq,
      thread: [],
      gone: row.text === null,
      changedAt: row.written_at,
    });
  }
  if (found.size > 0) await readThreads(db, within, found);
  return [...found.values()];
}

async function readPictures(db: DbOrTrx, ids: readonly string[]): Promise<Map<string, RemarkPicture>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom('remark_pictures')
    .select(['id', 'format', 'width', 'height'])
    .where('id', 'in', [...new Set(ids)])
    .execute();
  return new Map(rows.map((row) => [row.id, remarkPicture(row)]));
}

async function readThreads(
  db: DbOrTrx,
  within: RawBuilder<boolean>,
  remarks: ReadonlyMap<string, RemarkState>,
): Promise<void> {
  const rows = await db
    .selectFrom('thread_events')
    .selectAll()
    .select((e) =>
      e
        .exists(
          e
            .selectFrom('hand_in_people')
            .select('hand_in_people.person_id')
            .whereRef('hand_in_people.hand_in_id', '=', 'thread_events.hand_in_id')
            .whereRef('hand_in_people.person_id', '=', 'thread_events.author_id'),
        )
        .as('by_student'),
    )
    .where(within)
    .orderBy('seq')
    .execute();
  for (const row of rows)
    remarks.get(row.remark_id)?.thread.push({
      id: row.id,
      authorId: row.author_id,
      byStudent: Boolean(row.by_student),
      text: row.text,
      settled: row.settled === null ? null : row.settled === 1,
      at: row.written_at,
    });
}

const isSettled = ({ thread }: RemarkState): boolean =>
  thread.findLast((entry) => entry.settled !== null)?.settled ?? false;

/** Whether the student said something to it last, and it is not settled: somebody of the staff is asked. */
export const isAsked = (remark: RemarkState): boolean =>
  !isSettled(remark) && (remark.thread.findLast((entry) => entry.text !== '')?.byStudent ?? false);

/** The remarks as one reader sees them. */
export function remarksShown(
  { remarks }: { remarks: readonly RemarkState[] },
  names: Names,
  readerId: string,
): Remark[] {
  return remarks.map((remark) => {
    const { authorId, handInId: _h, gone: _g, changedAt: _c, thread, ...rest } = remark;
    return {
      ...rest,
      author: names(authorId),
      own: authorId === readerId,
      thread: thread.map(({ authorId: by, ...entry }) => ({
        ...entry,
        author: names(by),
        own: by === readerId,
      })),
      settled: isSettled(remark),
    };
  });
}
