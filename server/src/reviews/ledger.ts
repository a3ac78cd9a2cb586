import type { Assignment, Ledger } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readCourseAssignments } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import { notFound } from '../http/problem.ts';
import { readClassOrder } from '../people/classList.ts';
import { fullName } from '../people/names.ts';
import { readExempt } from './exemptions.ts';
import { isVeiled } from './isVeiled.ts';
import { cellOf, countingOf, mustShowsOf, withheld } from './ledgerCells.ts';
import { type LineEntry, readLine } from './line.ts';

/** The book of a course. As many queries for 300 students as for 3; some for each assignment. */
export async function readLedger({ db, now }: Context, courseId: string): Promise<Ledger> {
  const course = await db.selectFrom('courses').selectAll().where('id', '=', courseId).executeTakeFirst();
  if (!course) throw notFound('course');
  const order = await readClassOrder(db, courseId);
  const people = await db
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .select(['people.id', 'given_name', 'surname', 'email', 'members.fields'])
    .where('course_id', '=', courseId)
    .where('role', '=', 'student')
    .execute();
  const asked = (await readCourseAssignments(db, [courseId]))
    .filter((assignment) => assignment.stage !== 'draft')
    .sort((a, b) => a.dueAt.localeCompare(b.dueAt));
  const assignments: Assignment[] = [];
  const counting: Array<Map<string, LineEntry>> = [];
  const exempt: Array<Map<string, string>> = [];
  const veiled: boolean[] = [];
  for (const assignment of asked) {
    assignments.push(asJudged(assignment, await readCorrections(db, assignment.id)));
    exempt.push(await readExempt(db, assignment.id));
    const line = await readLine(db, assignment.id, order, now().toISOString());
    const grants = await readGrants(db, assignment.id);
    // Points beside a name would say whose hand-in it is.
    veiled.push(isVeiled(assignment, grants, line, now().toISOString()));
    counting.push(countingOf(line, assignment.counts));
  }
  const rows = people
    .map((person) => {
      const cells = assignments.map(({ mostUnits, bonusUnits }, i) =>
        withheld(
          cellOf(counting[i]?.get(person.id), exempt[i]?.get(person.id), mostUnits + bonusUnits),
          veiled[i] ?? false,
        ),
      );
      return {
        student: {
          id: person.id,
          name: order.told(() => fullName(person))(person.id),
          listed: order.listed(person.id),
          email: person.email,
          fields: fieldsColumn.read(person.fields),
        },
        cells,
        totalUnits: cells.reduce(
          (sum, { state, units }) => sum + (state === 'released' ? (units ?? 0) : 0),
          0,
        ),
      };
    })
    .sort((a, b) => order.compare(a.student.listed, b.student.listed));
  return {
    courseId,
    courseTitle: course.title,
    timeZone: course.time_zone,
    fields: [...new Set(rows.flatMap((row) => Object.keys(row.student.fields)))],
    assignments: assignments.map((assignment, i) => {
      const { id, title, dueAt, mostUnits, roundTo } = assignment;
      return { id, title, dueAt, mostUnits, roundTo, mustShows: mustShowsOf(assignment, counting[i]) };
    }),
    rows,
  };
}
