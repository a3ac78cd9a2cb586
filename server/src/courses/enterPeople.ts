import { randomUUID } from 'node:crypto';
import type { LineChange, PeopleAnswer, PeopleWrite, PersonLine, Role } from '@nachweis/contract';
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
 * Where somebody has looked at what would become of each line, nothing is entered that is otherwise by now.
 *
 * @param by who enters them; nobody changes their own role
 */
export async function enterPeople(
  { db }: Context,
  courseId: string,
  { people, dryRun, mayChange, looked }: PeopleWrite,
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
      const changes = outcome === 'changes' ? changesBy(line, there) : [];
      lines.push({ outcome, name: namedAs(line, there), changes });
      if (outcome === 'new') steps.push(() => enterNew(trx, courseId, line));
      else if (outcome === 'joins' && there)
        steps.push(() => enterMember(trx, { courseId, personId: there.id, ...memberOf(line) }));
      else if (outcome === 'changes' && there) steps.push(() => change(trx, courseId, there, line));
    }
    const wrong = mayChange ? WRONG : NO_CHANGE;
    // What has become the same by now was perhaps entered by this very write, whose answer was lost.
    const isOther = lines.some(({ outcome }, i) => looked && outcome !== looked[i] && outcome !== 'same');
    const entered = !dryRun && !isOther && !lines.some(({ outcome }) => wrong.has(outcome));
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
  member: { role: Role; sortName: string | null; fields: Record<string, string> } | null;
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
  if (there.id === by && there.member.role !== wantedRole(line, there)) return 'own-role';
  return changesBy(line, there).length > 0 ? 'changes' : 'same';
}

/** What a line changes of somebody who is in the course. */
function changesBy(line: PersonLine, there: Known | undefined): LineChange[] {
  if (!there?.member) return [];
  const { role, sortName, fields } = there.member;
  const after = merged(fields, line);
  const named = { given_name: line.givenName, surname: line.surname };
  const isRenamed = there.given_name !== line.givenName || there.surname !== line.surname;
  const all: LineChange[] = [
    ...(isRenamed && !there.elsewhere
      ? [{ of: 'name' as const, column: '', from: fullName(there), to: fullName(named) }]
      : []),
    { of: 'role', column: '', from: role, to: wantedRole(line, there) },
    { of: 'sort-name', column: '', from: sortName ?? '', to: wantedSortName(line, sortName) ?? '' },
    ...Object.keys(after).map(
      (column): LineChange => ({ of: 'column', column, from: fields[column] ?? '', to: after[column] ?? '' }),
    ),
  ];
  return all.filter(({ of, from, to }) => of === 'name' || from !== to);
}

/** A list without roles changes none. */
const wantedRole = ({ role }: PersonLine, there: Known | undefined): Role =>
  role ?? there?.member?.role ?? 'student';

/** A list without one changes none. */
const wantedSortName = ({ sortName }: PersonLine, before: string | null) =>
  sortName === undefined ? before : sortName;

/** A column that a list does not have stays as it was. */
const merged = (before: Record<string, string>, { fields }: PersonLine) => ({ ...before, ...fields });

/** How somebody is called after it: whoever is in another course keeps their name. */
const namedAs = ({ givenName, surname }: PersonLine, there: Known | undefined) =>
  fullName(there && (there.elsewhere || !there.member) ? there : { given_name: givenName, surname }).trim();

const memberOf = (line: PersonLine) => {
  const { sortName, fields } = line;
  return { role: wantedRole(line, undefined), sortName, fields };
};

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
      role: wantedRole(line, there),
      sort_name: wantedSortName(line, there.member?.sortName ?? null),
      fields: fieldsColumn.write(merged(there.member?.fields ?? {}, line)),
    })
    .where('course_id', '=', courseId)
    .where('person_id', '=', there.id)
    .execute();
}
