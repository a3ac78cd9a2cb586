import type { Assignment, Ledger, LedgerCell, LedgerMustShow } from '@nachweis/contract';
import { type JudgedHandIn, mustShowStatistics } from '@nachweis/core';
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
      const cells = assignments.map(({ mostUnits }, i) =>
        withheld(
          cellOf(counting[i]?.get(person.id), exempt[i]?.get(person.id), mostUnits),
          veiled[i] ?? false,
        ),
      );
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

/** Of several that count for a person the one with the most points, or the newest one that was returned. */
function countingOf(line: readonly LineEntry[], counts: Assignment['counts']): Map<string, LineEntry> {
  const found = new Map<string, LineEntry>();
  for (const entry of line)
    for (const personId of entry.handIn.personIds) {
      const there = found.get(personId);
      if (!there || isBefore(there, entry, counts)) found.set(personId, entry);
    }
  return found;
}

function isBefore(there: LineEntry, entry: LineEntry, counts: Assignment['counts']): boolean {
  if (counts !== 'returned') return entry.total >= there.total;
  const rank = ({ state, handIn }: LineEntry) => (state === 'released' ? 1_000_000 : 0) + handIn.attempt;
  return rank(entry) >= rank(there);
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

/** That something was handed in may be known; which one it is, and how it was judged, not. */
const withheld = (cell: LedgerCell, veiled: boolean): LedgerCell =>
  veiled && cell.handInId !== null
    ? {
        ...cell,
        state: cell.state === 'exempt' ? 'exempt' : 'waiting',
        handInId: null,
        handedInAt: null,
        late: false,
        units: null,
      }
    : cell;

function cellOf(entry: LineEntry | undefined, exempt: string | undefined, mostUnits: number): LedgerCell {
  const nothing = { handInId: null, handedInAt: null, late: false, units: null, mostUnits };
  // Who is exempt has no points here, whatever was handed in before; it is there again once they are not.
  if (exempt !== undefined)
    return { ...nothing, state: 'exempt', reason: exempt, handInId: entry?.handIn.id ?? null };
  if (!entry) return { ...nothing, state: 'none', reason: '' };
  const { handIn, state, late, total, assignment } = entry;
  return {
    state,
    reason: '',
    handInId: handIn.id,
    handedInAt: handIn.handed_in_at,
    late,
    units: state === 'waiting' ? null : total,
    mostUnits: assignment.mostUnits,
  };
}
