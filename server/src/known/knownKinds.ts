import type { KnownLine } from '@nachweis/contract';
import { sql, type Transaction } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { removedEmail } from '../people/removedEmail.ts';

/** One kind of what is known: where it lies, and how it goes. */
interface KnownKind {
  kind: KnownLine['kind'];
  /** columns that say whose it is, as "table.column" */
  columns: readonly string[];
  /** SQL that counts it for one person */
  count: (personId: string) => ReturnType<typeof sql<{ n: number }>>;
  /** absent: it stays */
  remove?: (trx: Transaction<Tables>, personId: string) => Promise<unknown>;
}

const counted =
  (from: string, column: string, and = '') =>
  (personId: string) =>
    sql<{
      n: number;
    }>`SELECT COUNT(*) AS n FROM ${sql.raw(from)} WHERE ${sql.raw(column)} = ${personId} ${sql.raw(and)}`;

const summed =
  (...counts: Array<ReturnType<typeof counted>>) =>
  (personId: string) =>
    sql<{ n: number }>`SELECT ${sql.join(
      counts.map((count) => sql`(${count(personId)})`),
      sql` + `,
    )} AS n`;

type OwnTable = {
  [T in keyof Tables]: Tables[T] extends { person_id: string | null } ? T : never;
}[keyof Tables];
const removeFrom =
  (...tables: OwnTable[]) =>
  async (trx: Transaction<Tables>, personId: string) => {
    for (const table of tables) await trx.deleteFrom(table).where('person_id', '=', personId).execute();
  };

const HANDED_IN = 'AND EXISTS (SELECT 1 FROM hand_in_items i WHERE i.capture_id = captures.id)';
const NOT_HANDED_IN = 'AND NOT EXISTS (SELECT 1 FROM hand_in_items i WHERE i.capture_id = captures.id)';
const FOR_OTHERS =
  'AND NOT EXISTS (SELECT 1 FROM hand_in_people p WHERE p.hand_in_id = hand_ins.id AND p.person_id = made_by)';

/** In the order in which they go: evidence before the captures that it is made of. */
export const KNOWN: readonly KnownKind[] = [
  {
    kind: 'account',
    columns: ['people.id'],
    count: counted('people', 'id', `AND email <> id || '${removedEmail('')}'`),
    remove: (trx, id) =>
      trx
        .updateTable('people')
        .set({ email: removedEmail(id), password_hash: '', admin: 0, demo_note: null })
        .where('id', '=', id)
        .execute(),
  },
  {
    kind: 'sessions',
    columns: ['sessions.person_id', 'known_browsers.person_id', 'sign_in_links.person_id'],
    count: summed(counted('sessions', 'person_id'), counted('known_browsers', 'person_id')),
    remove: removeFrom('sessions', 'known_browsers', 'sign_in_links'),
  },
  {
    kind: 'courses',
    columns: ['members.person_id'],
    count: counted('members', 'person_id'),
    remove: removeFrom('members'),
  },
  {
    kind: 'settings',
    columns: ['presets.person_id', 'mark_sets.person_id', 'mail_choices.person_id'],
    count: summed(
      counted('presets', 'person_id'),
      counted('mark_sets', 'person_id'),
      counted('mail_choices', 'person_id'),
    ),
    remove: removeFrom('presets', 'mark_sets', 'mail_choices'),
  },
  {
    kind: 'kept-words',
    columns: ['stock_remarks.person_id'],
    count: counted('stock_remarks', 'person_id'),
    remove: removeFrom('stock_remarks'),
  },
  {
    kind: 'letters',
    columns: ['mails.person_id'],
    count: counted('mails', 'person_id'),
    remove: removeFrom('mails'),
  },
  {
    kind: 'errands',
    columns: ['errands.person_id', 'errand_people.person_id'],
    count: summed(counted('errands', 'person_id'), counted('errand_people', 'person_id')),
    async remove(trx, id) {
      // What was made for them goes with the next look for results that nobody waits for.
      await trx.deleteFrom('errand_people').where('person_id', '=', id).execute();
      await trx.deleteFrom('errands').where('person_id', '=', id).execute();
    },
  },
  {
    kind: 'drafts',
    columns: ['drafts.student_id', 'evidence.student_id', 'handovers.person_id'],
    count: counted('drafts', 'student_id'),
    async remove(trx, id) {
      await trx.deleteFrom('handovers').where('person_id', '=', id).execute();
      await trx.deleteFrom('evidence').where('student_id', '=', id).execute();
      await trx.deleteFrom('drafts').where('student_id', '=', id).execute();
    },
  },
  {
    kind: 'captures',
    columns: ['captures.owner_id'],
    count: counted('captures', 'owner_id', NOT_HANDED_IN),
    remove: (trx, id) =>
      sql`DELETE FROM captures WHERE owner_id = ${id} ${sql.raw(NOT_HANDED_IN)}`.execute(trx),
  },
  {
    kind: 'hand-ins',
    columns: ['hand_in_people.person_id'],
    count: counted('hand_in_people', 'person_id'),
  },
  {
    kind: 'handed-in-captures',
    columns: ['captures.owner_id'],
    count: counted('captures', 'owner_id', HANDED_IN),
  },
  {
    kind: 'grades',
    columns: [],
    // By hand-in: how much of one is judged already is not for its student before it is released.
    count: counted('hand_in_people', 'person_id'),
  },
  {
    kind: 'said',
    columns: ['asked_again_events.person_id', 'thread_events.author_id'],
    count: summed(counted('asked_again_events', 'person_id'), counted('thread_events', 'author_id')),
  },
  {
    kind: 'terms',
    columns: ['term_events.person_id', 'exemption_events.person_id', 'share_events.student_id'],
    count: summed(
      counted('term_events', 'person_id'),
      counted('exemption_events', 'person_id'),
      counted('share_events', 'student_id'),
    ),
  },
  {
    kind: 'given',
    columns: [
      'verdict_events.given_by',
      'level_events.given_by',
      'adjustment_events.given_by',
      'remark_events.author_id',
      'release_events.given_by',
      'settlement_events.given_by',
      'second_marking_events.given_by',
      'second_marking_events.marker_id',
      'correction_events.given_by',
      'term_events.given_by',
      'exemption_events.given_by',
      'share_events.given_by',
      'share_events.marker_id',
      'hand_ins.made_by',
    ],
    count: summed(
      counted('verdict_events', 'given_by'),
      counted('level_events', 'given_by'),
      counted('adjustment_events', 'given_by'),
      counted('remark_events', 'author_id'),
      counted('release_events', 'given_by'),
      counted('settlement_events', 'given_by'),
      counted('second_marking_events', 'given_by'),
      counted('second_marking_events', 'marker_id', 'AND marker_id <> given_by'),
      counted('correction_events', 'given_by'),
      counted('term_events', 'given_by'),
      counted('exemption_events', 'given_by'),
      counted('share_events', 'given_by'),
      counted('share_events', 'marker_id', 'AND marker_id <> given_by'),
      counted('hand_ins', 'made_by', FOR_OTHERS),
    ),
  },
  {
    kind: 'made',
    columns: [
      'assignment_versions.made_by',
      'reference_pictures.added_by',
      'remark_pictures.added_by',
      'work_files.added_by',
      'courses.trial_for',
    ],
    count: summed(
      counted('assignment_versions', 'made_by'),
      counted('reference_pictures', 'added_by'),
      counted('remark_pictures', 'added_by'),
      counted('work_files', 'added_by'),
      counted('courses', 'trial_for'),
    ),
  },
];

/** How much of each kind there is. */
export async function countKnown(db: DbOrTrx, personId: string): Promise<KnownLine[]> {
  const lines: KnownLine[] = [];
  for (const { kind, count, remove } of KNOWN) {
    const { rows } = await count(personId).execute(db);
    lines.push({ kind, count: rows[0]?.n ?? 0, fate: remove ? 'goes' : 'stays' });
  }
  return lines;
}
