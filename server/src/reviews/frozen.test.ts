import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { changeAssignment } from '../assignments/enterAssignment.ts';
import {
  addEvidence,
  DEFINITION,
  giveVerdicts,
  handedIn,
  handIn,
  handInSealed,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;

const all = (room: Room, verdict: string) => ({ [room.exponent]: verdict, [room.axes]: verdict });
const review = async (room: Room, id = room.handInId) =>
  (await room.instructor.get(`/api/hand-ins/${id}/review`).expect(200)).body;
const view = async (room: Room, id = room.handInId) =>
  (await room.student.get(`/api/hand-ins/${id}`).expect(200)).body;

describe('the question is frozen', () => {
  it('no later text, points or time reaches a receipt or a grade by itself', async () => {
    const room = await handedIn(server());
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const before = { view: await view(room), review: await review(room) };
    const [point] = room.assignment.points;
    await changeAssignment(
      server().context,
      room.assignment.id,
      {
        ...DEFINITION,
        title: 'Another title',
        dueAt: '2026-11-04T16:00:00.000Z',
        lateUntil: null,
        points: [
          {
            id: point?.id,
            title: 'Another point',
            instructions: 'Otherwise.',
            mustShows: [
              { id: room.exponent, text: 'changed', units: 1 },
              { text: 'one more', units: 500 },
            ],
          },
        ],
      },
      1,
    );
    expect((await view(room)).receipt).toEqual(before.view.receipt);
    const after = await review(room);
    expect(after.judgement.grade).toEqual(before.review.judgement.grade);
    expect(after.assignment.title).toBe('Rating curve');
    expect(after.late).toBe(false);
    const { body: sheet } = await room.student.get(`/api/assignments/${room.assignment.id}`);
    expect(sheet.assignment).toMatchObject({ title: 'Another title', version: 2 });
    expect(sheet.assignment.proofPoints[0].id).toBe(point?.id);
  });
  it('two who change it at once: one is told', async () => {
    const room = await handedIn(server());
    const change = () => changeAssignment(server().context, room.assignment.id, DEFINITION, 1);
    const results = await Promise.allSettled([change(), change()]);
    expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
  });
});

describe('other terms for one person', () => {
  const grant = (room: Room, change: object, over: object = {}) =>
    room.instructor.post(`/api/assignments/${room.assignment.id}/terms/${room.studentPerson.id}`).send({
      id: randomUUID(),
      grant: change,
      reason: 'Ill on Monday.',
      baseVersion: 0,
      ...over,
    });
  it('hold for that person alone, are shown before, and leave the receipt as it was', async () => {
    const room = await handedIn(server(), { dueAt: '2026-11-05T09:00:00.000Z', attempts: 2 });
    const { agent: other } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    expect(room.receipt).toMatchObject({ late: true });
    const lateMs = async () => {
      const { body: book } = await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200);
      return book.rows[0].cells[0].lateMs;
    };
    expect(await lateMs()).toBe(Date.parse(room.receipt.handedInAt) - Date.parse('2026-11-05T09:00:00.000Z'));
    const later = { dueAt: '2026-11-06T09:00:00.000Z' };
    const dry = await grant(room, later, { dryRun: true }).expect(200);
    expect(dry.body).toMatchObject({ terms: later, handIns: [{ lateThen: true, lateNow: false }] });
    const window = async (agent: typeof other) =>
      (await agent.get(`/api/assignments/${room.assignment.id}`)).body.window;
    expect(await window(room.student)).toBe('late');
    await grant(room, later).expect(200);
    expect(await window(room.student)).toBe('open');
    expect(await window(other)).toBe('late');
    expect((await view(room)).receipt.late).toBe(true);
    expect((await review(room)).late).toBe(false);
    expect(await lateMs()).toBe(0);
    // The student's own list and card say what the reviewer's do.
    const { body: sheet } = await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200);
    expect(sheet.handIns).toMatchObject([{ late: false }]);
    const { body: cards } = await room.student.get('/api/assignments').expect(200);
    expect(cards).toMatchObject([{ lateHandIn: false }]);
    const { body } = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/terms/${room.studentPerson.id}`)
      .expect(200);
    expect(body.grants).toMatchObject([{ reason: 'Ill on Monday.', by: 'Ruth Mandel', grant: later }]);
  });
  it('give more attempts, and tell whoever did not know of the one before', async () => {
    const room = await handedIn(server());
    const { draft } = await addEvidence(room.student, room.assignment).catch(() => ({ draft: null }));
    expect(draft).toBeNull();
    await grant(room, { attempts: 2 }).expect(200);
    await replaceEvidence(room.student, room.assignment);
    expect((await grant(room, { attempts: 3 }).expect(409)).body.data).toEqual({ of: 'terms' });
    await grant(room, { dueAt: '2026-10-01T00:00:00.000Z' }, { baseVersion: 1 }).expect(400);
  });
});

describe('what lateness costs', () => {
  const lateRule = {
    graceMinutes: 0,
    per: 'day' as const,
    takes: { kind: 'percent' as const, percent: 10 },
    floorPercent: 0,
  };
  // Handed in an hour after the due time: one started day, a tenth of 1.75 points, of which 0.17 is taken.
  const late = { dueAt: '2026-11-05T09:00:00.000Z', lateRule };
  it('is in the grade that reviewer, list and student see, as the version has it that was handed in under', async () => {
    const room = await handedIn(server(), late);
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const grade = { fromVerdicts: 175, lateSteps: 1, lateCost: 17, total: 158 };
    expect((await review(room)).judgement.grade).toMatchObject(grade);
    const list = (await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`)).body;
    expect(list.rows).toMatchObject([{ totalUnits: 158 }]);
    await changeAssignment(
      server().context,
      room.assignment.id,
      { ...DEFINITION, ...late, lateRule: { ...lateRule, takes: { kind: 'percent', percent: 90 } } },
      1,
    );
    expect((await review(room)).judgement.grade).toMatchObject(grade);
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect(200);
    expect((await view(room)).feedback.grade).toMatchObject(grade);
    const sheet = (await room.student.get(`/api/assignments/${room.assignment.id}`)).body;
    expect(sheet.handIns).toMatchObject([{ totalUnits: 158 }]);
  });
  it('goes where a later due time is granted to one of its people', async () => {
    const room = await handedIn(server(), late);
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const grant = { dueAt: '2026-11-06T09:00:00.000Z' };
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/terms/${room.studentPerson.id}`)
      .send({ id: randomUUID(), grant, reason: 'Ill on Monday.', baseVersion: 0 })
      .expect(200);
    expect((await review(room)).judgement.grade).toMatchObject({ lateSteps: 0, lateCost: 0, total: 175 });
  });
  it('leaves room for as much by hand as it takes, and no more', async () => {
    const room = await handedIn(server(), late);
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const adjust = (units: number) =>
      room.instructor
        .put(`/api/hand-ins/${room.handInId}/adjustment`)
        .send({ id: randomUUID(), units, reason: 'The bus broke down.', baseVersion: 0 });
    expect((await adjust(18).expect(422)).body.data).toEqual({ total: 176, most: 175 });
    const { body } = await adjust(17).expect(200);
    expect(body.grade).toMatchObject({ lateCost: 17, adjustment: 17, total: 175 });
  });
  it('is nothing for versions that were written before there were such rules', async () => {
    const room = await handedIn(server(), { dueAt: late.dueAt });
    const { db } = server().context;
    const { document } = await db
      .selectFrom('assignment_versions')
      .select('document')
      .executeTakeFirstOrThrow();
    const older = JSON.parse(document);
    delete older.value.lateRule;
    await db
      .updateTable('assignment_versions')
      .set({ document: JSON.stringify(older) })
      .execute();
    expect((await review(room)).judgement.grade).toMatchObject({ lateSteps: 0, lateCost: 0 });
  });
});

describe('a correction for all', () => {
  const correct = (room: Room, mustShowId: string, worth: unknown, over: object = {}) =>
    room.instructor.post(`/api/assignments/${room.assignment.id}/corrections`).send({
      id: randomUUID(),
      mustShowId,
      worth,
      reason: 'It could not be seen on the older probe.',
      baseVersion: 0,
      ...over,
    });
  it('is shown before, changes every grade, can be taken back, and no receipt', async () => {
    const room = await handedIn(server());
    await giveVerdicts(room.instructor, room.handInId, all(room, 'not-shown'));
    await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown' });
    const receipt = (await view(room)).receipt;
    const dry = await correct(room, room.axes, null, { dryRun: true }).expect(200);
    expect(dry.body.changes).toEqual([]);
    const worth = await correct(room, room.exponent, 140, { dryRun: true }).expect(200);
    expect(worth.body.changes).toMatchObject([
      { number: 'H-00001', student: 'Bilal Okafor', before: 100, after: 140 },
    ]);
    expect((await review(room)).judgement.grade.total).toBe(100);
    await correct(room, room.exponent, 140).expect(200);
    await correct(room, room.axes, null, { baseVersion: 1 }).expect(200);
    expect((await review(room)).judgement.grade).toMatchObject({ total: 140, most: 140, open: 0 });
    // What there is to be had is the same wherever it is said.
    const said = async (path: string) => (await room.instructor.get(path).expect(200)).body;
    expect((await said(`/api/assignments/${room.assignment.id}/hand-ins`)).assignment.mostUnits).toBe(140);
    expect((await said(`/api/courses/${room.courseId}/ledger`)).assignments[0].mostUnits).toBe(140);
    expect((await said('/api/assignments'))[0].mostUnits).toBe(140);
    expect((await view(room)).receipt).toEqual(receipt);
    await correct(room, room.exponent, 'as-written', { baseVersion: 2 }).expect(200);
    expect((await review(room)).judgement.grade).toMatchObject({ total: 100, most: 100 });
    expect((await correct(room, room.axes, 1, { baseVersion: 1 }).expect(409)).body.data).toEqual({
      of: 'corrections',
    });
    await correct(room, randomUUID(), 1, { baseVersion: 3 }).expect(404);
  });
});

describe('verdicts are events', () => {
  it('each is made on what it takes the place of; a stale one is told, and nothing of it is entered', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
    const write = (agent: typeof other, verdicts: object, id = randomUUID()) =>
      agent.put(`/api/hand-ins/${room.handInId}/verdicts`).send({ id, verdicts });
    const first = await write(other, { [room.exponent]: { verdict: 'partly', on: 0 } }).expect(200);
    const stale = await write(room.instructor, {
      [room.exponent]: { verdict: 'shown', on: 0 },
      [room.axes]: { verdict: 'shown', on: 0 },
    }).expect(409);
    expect(stale.body.data).toEqual({ of: 'verdicts', mustShowIds: [room.exponent] });
    const { judgement } = await review(room);
    expect(judgement.verdicts).toEqual({
      [room.exponent]: expect.objectContaining({ verdict: 'partly', by: 'Otto Quist' }),
    });
    const on = first.body.verdicts[room.exponent].version;
    await write(room.instructor, { [room.exponent]: { verdict: 'shown', on } }).expect(200);
    const events = await server().context.db.selectFrom('verdict_events').select('verdict').execute();
    expect(events.map((e) => e.verdict)).toEqual(['partly', 'shown']);
  });
  it('sent again, or saying what is there already, change nothing', async () => {
    const room = await handedIn(server());
    const id = randomUUID();
    const write = (on: number, writeId = id) =>
      room.instructor
        .put(`/api/hand-ins/${room.handInId}/verdicts`)
        .send({ id: writeId, verdicts: { [room.axes]: { verdict: 'shown', on } } });
    const [first] = await Promise.all([write(0), write(0)]);
    expect((await write(0)).body).toEqual(first.body);
    expect((await write(0, randomUUID())).status).toBe(200);
    expect(await server().context.db.selectFrom('verdict_events').select('seq').execute()).toHaveLength(1);
    await giveVerdicts(room.instructor, room.handInId, { [room.axes]: null });
    expect((await write(0)).body.verdicts[room.axes].verdict).toBeNull();
    const events = await server().context.db.selectFrom('verdict_events').select('verdict').execute();
    expect(events.map((e) => e.verdict)).toEqual(['shown', null]);
  });
  it('a remark sent twice at once is there once; two changes of it at once: one is told', async () => {
    const room = await handedIn(server());
    const id = randomUUID();
    const put = (text: string, on = 0) =>
      room.instructor
        .put(`/api/hand-ins/${room.handInId}/remarks/${id}`)
        .send({ itemId: null, x: null, y: null, text, on });
    const twice = await Promise.all([put('Once.'), put('Once.')]);
    expect(twice.map((a) => a.status)).toEqual([200, 200]);
    const { remarks } = (await review(room)).judgement;
    expect(remarks).toHaveLength(1);
    const both = await Promise.all([
      put('One way.', remarks[0].version),
      put('Another.', remarks[0].version),
    ]);
    expect(both.map((a) => a.status).sort()).toEqual([200, 409]);
  });
});

describe('after the release', () => {
  it('only an instructor changes a judgement, and the student sees that it was changed and when', async () => {
    const room = await handedIn(server());
    const { agent: marker } = await joinCourse(server(), room.courseId, 'marker', 'Mara', 'Kern');
    await giveVerdicts(room.instructor, room.handInId, all(room, 'partly'));
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect(200);
    expect((await view(room)).feedback.changedAt).toBeNull();
    expect((await giveVerdicts(marker, room.handInId, { [room.axes]: 'shown' })).body.code).toBe('released');
    server().setNow('2026-11-06T08:00:00.000Z');
    expect((await giveVerdicts(room.instructor, room.handInId, { [room.axes]: 'shown' })).status).toBe(200);
    expect((await view(room)).feedback).toMatchObject({
      changedAt: '2026-11-06T08:00:00.000Z',
      releasedAt: '2026-11-05T10:00:00.000Z',
      grade: { total: 125 },
    });
  });
  it('two releases at once are one', async () => {
    const room = await handedIn(server());
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const release = () => room.instructor.post(`/api/hand-ins/${room.handInId}/release`);
    const allOf = () => room.instructor.post(`/api/assignments/${room.assignment.id}/release`);
    const answers = await Promise.all([release(), release(), allOf(), allOf()]);
    expect(answers.reduce((sum, a) => sum + a.body.released, 0)).toBe(1);
    expect(await server().context.db.selectFrom('release_events').select('seq').execute()).toHaveLength(1);
  });
});

describe('several attempts', () => {
  const again = async (room: Room) => {
    const { draft } = await replaceEvidence(room.student, room.assignment);
    return (await handInSealed(server(), room.student, room.assignment.id, draft.version)).body.handInId;
  };
  it('where the last counts: the one before is closed, told of, and never released along', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const newer = await again(room);
    expect(await review(room)).toMatchObject({ replacedById: newer, mayJudge: false });
    const refused = await giveVerdicts(room.instructor, room.handInId, { [room.axes]: 'partly' });
    expect(refused.body).toMatchObject({ code: 'replaced', data: { number: 'H-00002', handInId: newer } });
    const { body } = await room.instructor.post(`/api/assignments/${room.assignment.id}/release`);
    expect(body.released).toBe(0);
    expect((await view(room)).feedback).toBeNull();
  });
  it('where the best counts: each is judged and released, and the better one counts', async () => {
    const room = await handedIn(server(), { attempts: 2, counts: 'best' });
    const newer = await again(room);
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    await giveVerdicts(room.instructor, newer, all(room, 'partly'));
    const { body: list } = await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`);
    expect(list.rows.map((r: { attempt: number }) => r.attempt)).toEqual([1, 2]);
    const { body } = await room.instructor.post(`/api/assignments/${room.assignment.id}/release`);
    expect(body.released).toBe(2);
    const { body: cards } = await room.student.get('/api/assignments');
    expect(cards[0]).toMatchObject({ state: 'returned', totalUnits: 175 });
  });
  it('withdrawing one opens the one before and frees the attempt; once judged it stays', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    await giveVerdicts(room.instructor, room.handInId, all(room, 'shown'));
    const newer = await again(room);
    expect((await view(room, newer)).mayWithdraw).toBe(true);
    await room.student.post(`/api/hand-ins/${newer}/withdraw`).expect(200);
    const { withdrawnAt } = await view(room, newer);
    server().setNow('2026-11-05T10:30:00.000Z');
    await room.student.post(`/api/hand-ins/${newer}/withdraw`).expect(200);
    expect((await view(room, newer)).withdrawnAt).toBe(withdrawnAt);
    expect(await review(room)).toMatchObject({ replacedById: null, mayJudge: true });
    expect((await giveVerdicts(room.instructor, newer, { [room.axes]: 'shown' })).body.code).toBe(
      'withdrawn',
    );
    const { body: list } = await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`);
    expect(list.rows.map((row: { handInId: string }) => row.handInId)).toEqual([room.handInId]);
    const { body: sheet } = await room.student.get(`/api/assignments/${room.assignment.id}`);
    expect(sheet.attemptsLeft).toBe(1);
    const third = await again(room);
    expect((await view(room, third)).receipt.attempt).toBe(3);
    expect((await room.student.post(`/api/hand-ins/${room.handInId}/withdraw`)).body.code).toBe(
      'review-begun',
    );
  });
});

it('belongs to one or more persons: both see it, and their names are on it', async () => {
  const room = await handedIn(server());
  const { agent: partner, person } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
  await server()
    .context.db.insertInto('hand_in_people')
    .values({
      hand_in_id: room.handInId,
      person_id: person.id,
      assignment_id: room.assignment.id,
      attempt: 1,
    })
    .execute();
  const { body } = await partner.get(`/api/hand-ins/${room.handInId}`).expect(200);
  expect(body.receipt.student.split(' and ').sort()).toEqual(['Bilal Okafor', 'Zoe Zander']);
  await partner.get(body.items[0].fileHref).expect(200);
  // Their own picture is not "also handed in by" the partner.
  const findings = Object.values((await review(room)).findings).flat() as Array<{ code: string }>;
  expect(findings.map((f) => f.code)).not.toContain('same-picture');
  const { draft } = await addEvidence(room.student, room.assignment).catch(() => ({ draft: null }));
  expect(draft).toBeNull();
  expect((await handIn(partner, room.assignment.id, 1)).body.code).toBe('no-attempt-left');
});
