import { randomUUID } from 'node:crypto';
import type { PeopleAnswer, PeopleWrite, PersonLine } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { enterMember } from '../people/enterMember.ts';
import { fullName } from '../people/names.ts';

type Outcome = PeopleAnswer['lines'][number]['outcome'];

/** Lines that stand in the way of all. */
const WRONG: ReadonlySet<Outcome> = new Set(['twice', 'own-role']);
const NO_CHANGE: ReadonlySet<Outcome> = new Set([...WRONG, 'changes']);

/**
 * Enters the people of a class list, all or none. Somebody who is known by their e-mail comes into the course as they
 * are: how they are called is changed only where they are in no other course.
 *
 * @param by who enters them; nobody changes their own role
 */
export async function enterPeople(
  { db }: Context,
  courseId: string,
  { people, dryRun, mayChange }: PeopleWrite,
  by: string,
): Promise<PeopleAnswer> {
  return db.transaction().execute(async (trx) => {
    const known = await readKnown(trx, courseId);
    const seen = new Set<string>();
    const lines: PeopleAnswer['lines'] = [];
    const steps: Array<() => Promise<void>> = [];
    for (const line of people) {
      const key = line.email.toLowerCase();
      const there = known.get(key);
      const outcome = seen.has(key) ? 'twice' : outcomeOf(line, there, by);
      seen.add(key);
      lines.push({ outcome, name: namedAs(line, there) });
      if (outcome === 'new') steps.push(() => enterNew(trx, courseId, line));
      else if (outcome === 'joins' && there)
        steps.push(() => enterMember(trx, { courseId, personId: there.id, ...memberOf(line) }));
      else if (outcome === 'changes' && there) steps.push(() => change(trx, courseId, there, line));
    }
    const wrong = mayChange ? WRONG : NO_CHANGE;
    const entered = !dryRun && !lines.some(({ outcome }) => wrong.has(outcome));
    if (entered) for (const step of steps) await step();
    return { lines, entered };
  });
}

interface Known {
  id: string;
  email: string;
  given_name: string;
  surname: string;
  /** null: in no course, or not in this one */
  member: { role: PersonLine['role']; sortName: string | null; fields: Record<string, string> } | null;
  elsewhere: boolean;
}

async function readKnown(trx: DbOrTrx, courseId: string): Promise<Map<string, Known>> {
  const rows = await trx
    .selectFrom('people')
    .leftJoin('members', 'members.person_id', 'people.id')
    .select(['people.id', 'email', 'given_name', 'surname'])
    .select(['members.course_id', 'members.role', 'members.sort_name', 'members.fields'])
    .execute();
  const known = new Map<string, Known>();
  for (const row of rows) {
    const key = row.email.toLowerCase();
    const one = known.get(key) ?? { ...row, member: null, elsewhere: false };
    if (row.course_id === courseId && row.role)
      one.member = { role: row.role, sortName: row.sort_name, fields: fieldsColumn.read(row.fields) };
    else if (row.course_id) one.elsewhere = true;
    known.set(key, one);
  }
  return known;
}

function outcomeOf(line: PersonLine, there: Known | undefined, by: string): Outcome {
  if (!there) return 'new';
  if (!there.member) return 'joins';
  if (there.id === by && there.member.role !== line.role) return 'own-role';
  const named = there.given_name === line.givenName && there.surname === line.surname;
  const { role, sortName, fields } = there.member;
  const placed =
    role === line.role &&
    sortName === wantedSortName(line, sortName) &&
    sameFields(fields, merged(fields, line));
  return (named || there.elsewhere) && placed ? 'same' : 'changes';
}

/** A list without one changes none. */
const wantedSortName = ({ sortName }: PersonLine, before: string | null) =>
  sortName === undefined ? before : sortName;

/** A column that a list does not have stays as it was. */
const merged = (before: Record<string, string>, { fields }: PersonLine) => ({ ...before, ...fields });
const sameFields = (a: Record<string, string>, b: Record<string, string>) =>
  Object.keys({ ...a, ...b }).every((name) => a[name] === b[name]);

/** How somebody is called after it: whoever is in another course keeps their name. */
const namedAs = ({ givenName, surname }: PersonLine, there: Known | undefined) =>
  fullName(there && (there.elsewhere || !there.member) ? there : { given_name: givenName, surname }).trim();

const memberOf = ({ role, sortName, fields }: PersonLine) => ({ role, sortName, fields });

async function enterNew(trx: DbOrTrx, courseId: string, line: PersonLine): Promise<void> {
  const personId = randomUUID();
  await trx
    .insertInto('people')
    .values({
      id: personId,
      email: line.email,
      given_name: line.givenName,
      surname: line.surname,
      // Nobody can sign in with it; a link sets one.
      password_hash: '',
      demo_note: null,
    })
    .execute();
  await enterMember(trx, { courseId, personId, ...memberOf(line) });
}

async function change(trx: DbOrTrx, courseId: string, there: Known, line: PersonLine): Promise<void> {
  if (!there.elsewhere)
    await trx
      .updateTable('people')
      .set({ given_name: line.givenName, surname: line.surname })
      .where('id', '=', there.id)
      .execute();
  await trx
    .updateTable('members')
    .set({
      role: line.role,
      sort_name: wantedSortName(line, there.member?.sortName ?? null),
      fields: fieldsColumn.write(merged(there.member?.fields ?? {}, line)),
    })
    .where('course_id', '=', courseId)
    .where('person_id', '=', there.id)
    .execute();
}
