import type { Assignment, Ledger, LedgerCell, LedgerMustShow } from '@nachweis/contract';
import { type JudgedHandIn, mustShowStatistics } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readCourseAssignments } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import { notFound } from '../http/problem.ts';
import { readClassOrder } from '../people/classList.ts';
import { fullName } from '../people/names.ts';
import { type LineEntry, readLine } from './line.ts';

/** The book of a course. As many queries for 300 students as for 3; some for each assignment. */
export async function readLedger({ db }: Context, courseId: string): Promise<Ledger> {
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
  for (const assignment of asked) {
    assignments.push(asJudged(assignment, await readCorrections(db, assignment.id)));
    counting.push(countingOf(await readLine(db, assignment.id, order)));
  }
  const rows = people
    .map((person) => {
      const cells = assignments.map(({ mostUnits }, i) => cellOf(counting[i]?.get(person.id), mostUnits));
      return {
        student: {
          id: person.id,
          name: fullName(person),
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
      const { id, title, dueAt, mostUnits } = assignment;
      return { id, title, dueAt, mostUnits, mustShows: mustShowsOf(assignment, counting[i]) };
    }),
    rows,
  };
}

/** Of several that count for a person, where the best does, the one with the most points. */
function countingOf(line: readonly LineEntry[]): Map<string, LineEntry> {
  const found = new Map<string, LineEntry>();
  for (const entry of line)
    for (const personId of entry.handIn.personIds) {
      const there = found.get(personId);
      if (!there || entry.total >= there.total) found.set(personId, entry);
    }
  return found;
}

/** How each must-show went. A hand-in of several people is one hand-in here. */
function mustShowsOf(assignment: Assignment, counting: Map<string, LineEntry> | undefined): LedgerMustShow[] {
  const judged = [...new Set(counting?.values())]
    .filter(({ state, open }) => state !== 'waiting' && open === 0)
    .map(judgedOf);
  return assignment.proofPoints.flatMap(({ code, mustShows }) =>
    mustShows
      .filter(({ corrected }) => corrected?.counts !== false)
      .map(({ id, letter, text }) => ({
        id,
        code: code + letter,
        text,
        ...mustShowStatistics(id, judged),
      })),
  );
}

function judgedOf({ assignment, judgement }: LineEntry): JudgedHandIn {
  return new Map(
    assignment.proofPoints
      .flatMap(({ mustShows }) => mustShows)
      .flatMap(({ id, units, corrected }) => {
        const verdict = judgement.verdicts.get(id)?.verdict;
        return verdict && corrected?.counts !== false ? [[id, { verdict, units }] as const] : [];
      }),
  );
}

function cellOf(entry: LineEntry | undefined, mostUnits: number): LedgerCell {
  if (!entry) return { state: 'none', handInId: null, handedInAt: null, late: false, units: null, mostUnits };
  const { handIn, state, late, total, assignment } = entry;
  return {
    state,
    handInId: handIn.id,
    handedInAt: handIn.handed_in_at,
    late,
    units: state === 'waiting' ? null : total,
    mostUnits: assignment.mostUnits,
  };
}
