import type { AgreementRow, Assignment, Difference, SecondMarking } from '@nachweis/contract';
import { type Agreement, agreementOf, VERDICTS } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment, readVersions } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { type HandInRow, handInNumber } from '../handIns/handInRows.ts';
import { readClassOrder } from '../people/classList.ts';
import { joinedNames, type Names, namesOf } from '../people/names.ts';
import { gradeOf, readJudgements, SECOND_ROUND } from '../reviews/judgements.ts';
import { readLine } from '../reviews/line.ts';
import { type Answer, answerTo, type Question, questionsOf } from './questions.ts';
import { readSaidAlone } from './saidAlone.ts';
import { readSecondMarkers } from './tasks.ts';

/** A question that both have answered on one hand-in. */
interface Pair {
  handIn: HandInRow;
  question: Question;
  first: Answer;
  second: Answer;
  /** what counts: it may have been changed or decided since the two were compared */
  now: Answer | null;
}

/** Of no matter for whether all is judged. */
const NOT_LATE = 0;

/** Who marks what a second time, how far the two agree, and where they differ. */
export async function readSecondMarking({ db, now }: Context, assignmentId: string): Promise<SecondMarking> {
  const at = now().toISOString();
  const assignment = await readAssignment(db, assignmentId);
  const corrections = await readCorrections(db, assignmentId);
  const versions = await readVersions(db, assignmentId);
  const order = await readClassOrder(db, assignment.courseId);
  const handIns = (await readLine(db, assignmentId, order, at)).map(({ handIn }) => handIn);
  const markers = await readSecondMarkers(db, assignmentId);
  const firstOf = await readJudgements(db, { assignmentId }, at);
  const secondOf = await readJudgements(db, { assignmentId }, at, SECOND_ROUND);
  const settled = await readSettlements(db, assignmentId);
  const staff = await readStaff(db, assignment.courseId);
  const asked = (handIn: HandInRow): Assignment =>
    asJudged(versions.get(handIn.version) ?? assignment, corrections);
  const saidAlone = await readSaidAlone(db, assignmentId, markers);
  const pairs = handIns
    .filter((handIn) => markers.get(handIn.id)?.doneAt)
    .flatMap((handIn) =>
      questionsOf(asked(handIn)).flatMap((question): Pair[] => {
        const first = saidAlone(handIn.id, question.id);
        const second = answerTo(question, secondOf(handIn.id));
        const now = answerTo(question, firstOf(handIn.id));
        return first && second ? [{ handIn, question, first, second, now }] : [];
      }),
    );
  const differing = pairs.filter(({ first, second }) => first.place !== second.place);
  const called = await namesOf(db, [
    ...staff,
    ...handIns.flatMap((one) => one.personIds),
    ...differing.flatMap(({ first, second, now }) => [first.by, second.by, ...(now ? [now.by] : [])]),
    ...[...markers.values()].map((one) => one.markerId),
    ...[...settled.values()].map((one) => one.by),
  ]);
  const names = order.told(called);
  return {
    assignmentId,
    title: assignment.title,
    timeZone: assignment.timeZone,
    staff: staff.map((id) => ({ id, name: names(id) })),
    handIns: handIns.map((handIn) => {
      const marker = markers.get(handIn.id);
      return {
        handInId: handIn.id,
        number: handInNumber(handIn),
        student: handIn.personIds.map((id) => order.listed(id) || names(id)).join(' and '),
        judged: gradeOf(asked(handIn), firstOf(handIn.id), NOT_LATE).open === 0,
        marker: marker ? { id: marker.markerId, name: names(marker.markerId) } : null,
        doneAt: marker?.doneAt ?? null,
      };
    }),
    agreement: questionsOf(asJudged(assignment, corrections)).map((question): AgreementRow => {
      const here = pairs.filter((pair) => pair.question.id === question.id);
      const { id: questionId, code, text, choices } = question;
      return { questionId, code, text, ...agreement(here, choices.length) };
    }),
    overall: agreement(
      pairs.filter((pair) => pair.question.kind === 'must-show'),
      VERDICTS.length,
    ),
    differences: differing.map((pair) => differenceOf(pair, settled, names)),
  };
}

const agreement = (pairs: readonly Pair[], categories: number): Agreement =>
  agreementOf(
    pairs.map(({ first, second }) => [first.place, second.place] as const),
    categories,
  );

function differenceOf(
  { handIn, question, first, second, now }: Pair,
  settled: ReadonlyMap<string, Settled>,
  names: Names,
): Difference {
  const named = ({ place, by, at }: Answer) => ({ place, by: names(by), at });
  const decided = settled.get(keyOf(handIn.id, question.id));
  return {
    handInId: handIn.id,
    number: handInNumber(handIn),
    student: joinedNames(handIn.personIds, names),
    questionId: question.id,
    code: question.code,
    text: question.text,
    choices: [...question.choices],
    first: named(first),
    second: named(second),
    settled: decided ? { ...named(decided), reason: decided.reason } : null,
    changed: now && now.place !== (decided ?? first).place ? named(now) : null,
  };
}

/** What was decided on a question. */
interface Settled extends Answer {
  reason: string;
}

const keyOf = (handInId: string, questionId: string) => `${handInId} ${questionId}`;

/** The last decision on each question. */
async function readSettlements(db: DbOrTrx, assignmentId: string): Promise<Map<string, Settled>> {
  const rows = await db
    .selectFrom('settlement_events as event')
    .innerJoin('hand_ins', 'hand_ins.id', 'event.hand_in_id')
    .selectAll('event')
    .where('hand_ins.assignment_id', '=', assignmentId)
    .orderBy('event.seq')
    .execute();
  const settled = new Map<string, Settled>();
  for (const { hand_in_id, question_id, place, given_by, given_at, reason } of rows)
    settled.set(keyOf(hand_in_id, question_id), { place, by: given_by, at: given_at, reason });
  return settled;
}

/** Who judges in a course, instructors first. */
async function readStaff(db: DbOrTrx, courseId: string): Promise<string[]> {
  const rows = await db
    .selectFrom('members')
    .select(['person_id', 'role'])
    .where('course_id', '=', courseId)
    .where('role', '!=', 'student')
    .orderBy('role')
    .execute();
  return rows.map((row) => row.person_id);
}
