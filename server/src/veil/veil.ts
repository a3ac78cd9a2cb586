import { createHash } from 'node:crypto';
import type { Assignment } from '@nachweis/contract';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { type HandInRow, handInNumber, readHandIns } from '../handIns/handInRows.ts';
import { type ClassOrder, readClassOrder } from '../people/classList.ts';
import { fullName } from '../people/names.ts';
import { isVeiled } from '../reviews/isVeiled.ts';
import { readLine } from '../reviews/line.ts';
import { replacing } from './replacing.ts';

/** Takes out of an answer whose the hand-ins are. */
export type Veil = <T>(answer: T) => T;

/** Signed texts say more than is seen; they are left out as long as whose they are is kept back. */
const SIGNED: ReadonlySet<string> = new Set(['record', 'jws']);
/** Shorter values of the class list than this are no codes, and stand in texts by chance. */
const SHORTEST_CODE = 3;

/**
 * What stands between an answer about an assignment and its staff, where it is judged without names and not all is judged
 * yet; null where nothing does. It goes over the whole answer, so that no answer has to think of it: names, numbers, file
 * names, ids and codes of whoever has handed in are replaced by ones made from their hand-in's id.
 */
export async function readVeil(
  { db, now }: Context,
  actor: Actor,
  { assignmentId, handInId }: Record<string, string>,
): Promise<Veil | null> {
  const id = assignmentId ?? (handInId && (await assignmentOf(db, handInId)));
  if (!id) return null;
  const assignment = await readAssignment(db, id);
  if (!assignment.anonymous || (await roleInAssignment(db, actor, id)) === 'student') return null;
  if (!(await isVeiledNow(db, assignment, now().toISOString()))) return null;
  const order = await readClassOrder(db, assignment.courseId);
  const handIns = await readHandIns(db, id);
  const cover = replacing([
    ...(await peopleOf(db, assignment.courseId, handIns, order)),
    ...handIns.map((handIn): [string, string] => [handInNumber(handIn), codeOf(handIn.id)]),
    ...(await filesOf(db, id)),
  ]);
  return (answer) => covered(answer, '', cover) as typeof answer;
}

/** Whether it is kept back now whose the hand-ins of an assignment are. */
export async function isVeiledNow(db: DbOrTrx, assignment: Assignment, at: string): Promise<boolean> {
  if (!assignment.anonymous) return false;
  const line = await readLine(db, assignment.id, await readClassOrder(db, assignment.courseId), at);
  return isVeiled(assignment, await readGrants(db, assignment.id), line, at);
}

/** "4F2A9C" */
const codeOf = (id: string): string => id.replaceAll('-', '').slice(0, 6).toUpperCase();

async function assignmentOf(db: DbOrTrx, handInId: string): Promise<string | undefined> {
  const row = await db
    .selectFrom('hand_ins')
    .select('assignment_id')
    .where('id', '=', handInId)
    .executeTakeFirst();
  return row?.assignment_id;
}

async function peopleOf(
  db: DbOrTrx,
  courseId: string,
  handIns: readonly HandInRow[],
  { listed, told }: ClassOrder,
): Promise<Array<[string, string]>> {
  // The same for all attempts of a person.
  const firstOf = new Map<string, string>();
  for (const handIn of [...handIns].sort((a, b) => a.seq - b.seq))
    for (const personId of handIn.personIds) if (!firstOf.has(personId)) firstOf.set(personId, handIn.id);
  if (firstOf.size === 0) return [];
  const people = await db
    .selectFrom('people')
    .leftJoin('members', (join) =>
      join.onRef('members.person_id', '=', 'people.id').on('members.course_id', '=', courseId),
    )
    .select(['people.id', 'given_name', 'surname', 'email', 'members.fields'])
    .where('people.id', 'in', [...firstOf.keys()])
    .execute();
  const values = people.flatMap((person) => Object.values(fieldsColumn.read(person.fields ?? undefined)));
  return people.flatMap(({ id, given_name, surname, email, fields }): Array<[string, string]> => {
    const handInId = firstOf.get(id) ?? id;
    const alias = `Student ${codeOf(handInId)}`;
    // What several have in common, such as a group, tells nobody's name.
    const codes = Object.values(fieldsColumn.read(fields ?? undefined)).filter(
      (value) => value.length >= SHORTEST_CODE && values.filter((one) => one === value).length === 1,
    );
    const name = fullName({ given_name, surname });
    return [
      [name, alias],
      [told(() => name)(id), alias],
      [`${surname}, ${given_name}`, alias],
      [listed(id), alias],
      [email, alias],
      [id, idLike(`${id} ${handInId}`)],
      ...codes.map((code): [string, string] => [code, '…']),
    ];
  });
}

/** In the form of an id, and no way back. */
function idLike(text: string): string {
  const hex = createHash('sha256').update(text).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

async function filesOf(db: DbOrTrx, assignmentId: string): Promise<Array<[string, string]>> {
  const rows = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .select(['hand_in_items.id', 'file_name'])
    .where('hand_ins.assignment_id', '=', assignmentId)
    .execute();
  return rows.flatMap(({ id, file_name }): Array<[string, string]> => {
    // Without its ending, which differs between base, file and thumbnail.
    const stem = file_name.replace(/\.[^.]*$/, '');
    return [
      [stem, codeOf(id)],
      [encodeURIComponent(stem), codeOf(id)],
    ];
  });
}

/** Every text of an answer; names of its parts are of the contract, but for those that are ids. */
function covered(value: unknown, key: string, cover: (text: string) => string): unknown {
  if (typeof value === 'string') return SIGNED.has(key) ? '' : cover(value);
  if (Array.isArray(value)) return value.map((one) => covered(one, key, cover));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, one]) => [
      name.length === ID_LENGTH ? cover(name) : name,
      covered(one, name, cover),
    ]),
  );
}

const ID_LENGTH = 36;
