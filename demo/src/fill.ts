import { Readable } from 'node:stream';
import { RemarkWrite } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import {
  answerRemark,
  type Context,
  type EnteredAssignment,
  enterAssignment,
  exempt,
  finishSecondMarking,
  handIn,
  orderSecondMarking,
  putEvidence,
  putRemark,
  readAssignment,
  release,
  takeCapture,
  writeAdjustment,
  writeSecondVerdicts,
  writeStatement,
  writeVerdicts,
} from '@nachweis/server';
import { demoAssignments } from './assignments.ts';
import { type DemoCourse, type DemoStudent, enterCourse, seededIds } from './course.ts';
import { type DemoPicture, type Mistake, probePictures, ratingPictures } from './evidence.ts';
import { addGaugeFile } from './gaugeFile.ts';
import { addRatingReferences } from './references.ts';
import {
  PROBE_MISTAKES,
  RATING_MISTAKES,
  REMARKS,
  STATEMENTS,
  WITHOUT_PROBE,
  WITHOUT_RATING,
} from './story.ts';

const SEED = 20_260_901;
const MINUTE = 60_000;
/** Shares no factor with the number of students, so that every place in the line is taken once. */
const STRIDE = 5;
const COPYIST = 16;
const COPIED = 15;

export interface FilledDemo {
  course: DemoCourse;
  assignments: Record<'probe' | 'rating' | 'gap', EnteredAssignment>;
}

/** Sets the clock of a demo's context, so that the past can be entered as it happened. */
export interface DemoClock {
  set(at: Date): void;
}

/**
 * Fills an empty database with the scenario, through the same services that serve people. Pictures and numbers are
 * the same on every machine; times are counted from the day it is run.
 */
export async function fillDemo(
  context: Context,
  clock: DemoClock,
  today: Date,
  say: (line: string) => void = () => {},
): Promise<FilledDemo> {
  const newId = seededIds(SEED);
  const midnight = Date.UTC(today.getUTCFullYear(), today.getUTCMonth(), today.getUTCDate());
  const day = (offset: number, hour: number) =>
    new Date(midnight + (offset * 24 + hour) * 60 * MINUTE).toISOString();
  clock.set(new Date(day(-30, 6)));
  const course = await enterCourse(context, newId);
  const definitions = demoAssignments(day);
  const assignments = {
    probe: await enterAssignment(context, course.id, definitions.probe, { newId }),
    rating: await enterAssignment(context, course.id, definitions.rating, { newId }),
    gap: await enterAssignment(context, course.id, definitions.gap, { newId }),
  };
  await addRatingReferences(context, course, assignments.rating);
  await addGaugeFile(context, course, assignments.gap);
  const story: Story = { context, clock, newId, course };

  say('Probe start-up: hand-ins, verdicts, release');
  const probe = await handInAll(
    story,
    assignments.probe,
    WITHOUT_PROBE,
    (order) => day(-14, 7 + order * 1.7),
    ({ seed, index }) => ({
      pictures: probePictures(seed, PROBE_MISTAKES[index] ?? null),
      statement: null,
    }),
  );
  clock.set(new Date(day(-9, 8)));
  for (const { index, handInId } of probe)
    await judge(story, assignments.probe, handInId, index, PROBE_MISTAKES[index] ?? null);
  for (const { handInId } of probe) await release(context, course.instructors[0] ?? '', handInId);
  clock.set(new Date(day(-8, 17)));
  for (const { index, handInId } of probe)
    await answer(story, handInId, course.students[index]?.id ?? '', PROBE_MISTAKES[index] ?? null);

  const joinedLate = course.students[WITHOUT_PROBE[0] ?? 0];
  if (joinedLate)
    await exempt(
      context,
      course.instructors[0] ?? '',
      { assignmentId: assignments.probe.id, personId: joinedLate.id },
      { id: newId(), exempt: true, reason: 'Joined the course in the third week.' },
    );

  say('Rating curve: hand-ins, first verdicts');
  const rating = await handInAll(
    story,
    assignments.rating,
    WITHOUT_RATING,
    (order) => day(-4, 8 + order * 2.9),
    ({ index }) => {
      // One student hands in what a neighbour made: the same bytes.
      const maker = course.students[index === COPYIST ? COPIED : index];
      if (!maker) throw new Error(`There is no student ${index}.`);
      return {
        pictures: ratingPictures(maker.seed, RATING_MISTAKES[maker.index] ?? null),
        statement: STATEMENTS[index % STATEMENTS.length] ?? '',
      };
    },
  );
  clock.set(new Date(day(-1, 9)));
  for (const { index, handInId } of rating.slice(0, 8))
    await judge(story, assignments.rating, handInId, index, RATING_MISTAKES[index] ?? null);
  await markASecondTime(story, assignments.rating, rating.slice(0, 8), day(-1, 15));
  await context.jobs.idle();
  return { course, assignments };
}

/**
 * The second marker is asked for some that an instructor has judged, and is done with all but two: of one kind of mistake
 * the two think differently.
 */
async function markASecondTime(
  { context, clock, course, newId }: Story,
  assignment: EnteredAssignment,
  judged: ReadonlyArray<{ index: number; handInId: string }>,
  later: string,
): Promise<void> {
  const [instructor = ''] = course.instructors;
  await orderSecondMarking(context, instructor, assignment.id, {
    id: newId(),
    markerId: course.marker,
    share: { kind: 'chosen', handInIds: judged.map((one) => one.handInId) },
  });
  clock.set(new Date(later));
  for (const { index, handInId } of judged.slice(0, -2)) {
    const mistake = RATING_MISTAKES[index] ?? null;
    const first = mistake ? REMARKS[mistake].verdicts : {};
    const verdicts = Object.fromEntries(
      assignment.points.flatMap((point, i) =>
        point.mustShows.map(({ id, letter }): [string, { verdict: Verdict; on: number }] => {
          const given = first[`P${i + 1}${letter}`] ?? 'shown';
          return [id, { verdict: given === 'partly' ? 'not-shown' : given, on: 0 }];
        }),
      ),
    );
    const levels = Object.fromEntries(
      assignment.criteria.map((id): [string, { level: number; on: number }] => [
        id,
        { level: mistake ? 1 : index % 2, on: 0 },
      ]),
    );
    await writeSecondVerdicts(context, course.marker, handInId, { id: newId(), verdicts, levels });
    await finishSecondMarking(context, course.marker, handInId);
  }
}

interface Story {
  context: Context;
  clock: DemoClock;
  newId: () => string;
  course: DemoCourse;
}

interface Work {
  pictures: DemoPicture[];
  statement: string | null;
}

/** Hands in for every student but some, one after the other in time; the order differs from the alphabet. */
async function handInAll(
  { context, clock, newId, course }: Story,
  assignment: EnteredAssignment,
  without: readonly number[],
  at: (order: number) => string,
  work: (student: DemoStudent) => Work,
): Promise<Array<{ index: number; handInId: string }>> {
  const busy = course.students.filter(({ index }) => !without.includes(index));
  const line = busy
    .map((student, place) => ({ student, order: (place * STRIDE) % busy.length }))
    .sort((a, b) => a.order - b.order);
  const done: Array<{ index: number; handInId: string }> = [];
  for (const { student, order } of line) {
    const studentId = student.id;
    clock.set(new Date(at(order)));
    const { pictures, statement } = work(student);
    let draft = { version: 0, statementVersion: 0 };
    for (const [index, picture] of pictures.entries()) {
      const captureId = newId();
      await takeCapture(context, {
        id: captureId,
        ownerId: studentId,
        content: Readable.from([picture.png]),
        source: picture.source,
        done: picture.done,
        surface: picture.surface,
        name: '',
        label: picture.label,
        assignmentId: assignment.id,
      });
      const { framing, marks } = picture;
      const write = {
        assignmentId: assignment.id,
        proofPointId: assignment.points[index]?.id ?? '',
        captureId,
        framing,
        trims: [],
        marks,
        encoding: null,
        baseVersion: 0,
        replaces: [],
      };
      draft = (await putEvidence(context, studentId, newId(), write)).draft;
    }
    if (statement !== null)
      draft = await writeStatement(
        context,
        await readAssignment(context.db, assignment.id),
        studentId,
        { text: statement, baseVersion: 0 },
        context.now().toISOString(),
      );
    const handInId = newId();
    await handIn(context, {
      id: handInId,
      assignmentId: assignment.id,
      studentId,
      draftVersion: draft.version,
      showsWhole: student.index % 2 === 0,
      at: context.now().toISOString(),
    });
    await context.jobs.idle();
    done.push({ index: student.index, handInId });
  }
  return done.sort((a, b) => a.index - b.index);
}

/** What the student says to the remark on a mistake. */
async function answer(
  { context, newId }: Story,
  handInId: string,
  personId: string,
  mistake: Mistake | null,
): Promise<void> {
  const text = mistake && REMARKS[mistake].answer;
  if (!text) return;
  const { remark_id: remarkId } = await context.db
    .selectFrom('remark_events')
    .select('remark_id')
    .where('hand_in_id', '=', handInId)
    .executeTakeFirstOrThrow();
  const entry = { handInId, remarkId, entryId: newId() };
  await answerRemark(context, { personId }, entry, { text, settled: null });
}

/** Gives verdicts and remarks that fit the mistake that was made. */
async function judge(
  { context, course, newId }: Story,
  assignment: EnteredAssignment,
  handInId: string,
  index: number,
  mistake: Mistake | null,
): Promise<void> {
  const instructor = course.instructors[index % course.instructors.length] ?? '';
  const remark = mistake ? REMARKS[mistake] : null;
  const mustShows = assignment.points.flatMap((point, pointIndex) =>
    point.mustShows.map((m) => ({ ...m, code: `P${pointIndex + 1}${m.letter}` })),
  );
  const verdicts = Object.fromEntries(
    mustShows.map(({ id, code }): [string, { verdict: Verdict; on: number }] => [
      id,
      { verdict: remark?.verdicts[code] ?? 'shown', on: 0 },
    ]),
  );
  const levels = Object.fromEntries(
    assignment.criteria.map((id): [string, { level: number; on: number }] => [
      id,
      { level: mistake ? 2 : index % 2, on: 0 },
    ]),
  );
  await writeVerdicts(context, instructor, handInId, { id: newId(), verdicts, levels });
  if (remark) {
    const item = await context.db
      .selectFrom('hand_in_items')
      .selectAll()
      .where('hand_in_id', '=', handInId)
      .where('position', '=', remark.position)
      .executeTakeFirstOrThrow();
    const { around, at, sign, text } = remark;
    const across = (share: number) => Math.round(item.width * share);
    const down = (share: number) => Math.round(item.height * share);
    const write = RemarkWrite.parse({
      itemId: item.id,
      x: across(at[0]),
      y: down(at[1]),
      ...(around && {
        shape: around.shape,
        width: across(around.size[0]),
        height: down(around.size[1]),
      }),
      sign,
      mustShowId: mustShows.find((one) => one.code === remark.about)?.id,
      text,
    });
    await putRemark(context, instructor, handInId, newId(), write);
  } else if (index % 4 === 0) {
    const text = 'Clean and complete. The pins make this quick to check.';
    const write = RemarkWrite.parse({ itemId: null, x: null, y: null, sign: 'right', text });
    await putRemark(context, instructor, handInId, newId(), write);
  }
  // Only who lacks something can be given something.
  const lacks = Object.values(verdicts).some(({ verdict }) => verdict !== 'shown');
  if (lacks && index % 2 === 0)
    await writeAdjustment(context, instructor, handInId, {
      id: newId(),
      units: 25,
      reason: 'Helped a neighbour find a loose connector.',
      baseVersion: 0,
    });
}
