import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  DEFINITION,
  giveVerdicts,
  handedIn,
  handIn,
  joinCourse,
  picture,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;

const give = (room: Room, verdicts: Record<string, string | null>) =>
  giveVerdicts(room.instructor, room.handInId, verdicts).then((answer) => {
    expect(answer.status).toBe(200);
    return answer;
  });
const feedback = async (room: Room) =>
  (await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200)).body.feedback;

describe('verdicts and points', () => {
  it('add up: 1 point shown, half of 0.75 rounded up', async () => {
    const room = await handedIn(server());
    const { body } = await give(room, { [room.exponent]: 'shown', [room.axes]: 'partly' });
    expect(body.grade).toEqual({
      fromVerdicts: 138,
      lateSteps: 0,
      lateCost: 0,
      most: 175,
      bonus: 0,
      exact: 138,
      total: 138,
      open: 0,
      adjustment: 0,
      reason: '',
    });
    expect(body.state).toBe('marked');
  });
  it('can be changed and cleared', async () => {
    const room = await handedIn(server());
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    const { body } = await give(room, { [room.exponent]: 'not-shown', [room.axes]: null });
    expect(body.verdicts).toMatchObject({
      [room.exponent]: { verdict: 'not-shown', by: 'Ruth Mandel' },
      [room.axes]: { verdict: null },
    });
    expect(body).toMatchObject({ state: 'waiting', grade: { fromVerdicts: 0, open: 1 } });
  });
  it('are adjusted by hand with a reason, never without', async () => {
    const room = await handedIn(server());
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'not-shown' });
    const adjust = (units: number, reason: string, baseVersion: number, id = randomUUID()) =>
      room.instructor
        .put(`/api/hand-ins/${room.handInId}/adjustment`)
        .send({ id, units, reason, baseVersion });
    expect((await adjust(25, ' ', 0).expect(400)).body.data.fields).toEqual([
      { path: 'reason', message: 'reason-missing' },
    ]);
    const { body } = await adjust(25, 'A good question.', 0).expect(200);
    expect(body.grade).toMatchObject({ fromVerdicts: 100, adjustment: 25, total: 125 });
    const first = body.adjustmentVersion;
    expect((await adjust(50, 'Somebody else', 0).expect(409)).body.code).toBe('stale-version');
    expect((await adjust(25, 'A good question.', 0).expect(200)).body.adjustmentVersion).toBe(first);
    const tooMany = await adjust(9000, 'All of it.', first).expect(422);
    expect(tooMany.body).toMatchObject({ code: 'points-out-of-range', data: { most: 175 } });
    expect((await adjust(-9000, 'Copied.', first).expect(200)).body.grade.total).toBe(0);
  });
  it('are adjusted beyond all points as far as the assignment states a bonus, in the book too', async () => {
    const room = await handedIn(server(), { bonusUnits: 50 });
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    const adjust = (units: number) =>
      room.instructor
        .put(`/api/hand-ins/${room.handInId}/adjustment`)
        .send({ id: randomUUID(), units, reason: 'A second station.', baseVersion: 0 });
    const tooMany = await adjust(51).expect(422);
    expect(tooMany.body).toMatchObject({ code: 'points-out-of-range', data: { total: 226, most: 225 } });
    const { body } = await adjust(50).expect(200);
    expect(body.grade).toMatchObject({ most: 175, bonus: 50, total: 225 });
    const book = `/api/courses/${room.courseId}`;
    const { rows } = (await room.instructor.get(`${book}/ledger`).expect(200)).body;
    expect(rows[0].cells[0]).toMatchObject({ units: 225, mostUnits: 225 });
    const figures = (units: number) =>
      room.instructor.put(`${book}/figures`).send({
        id: randomUUID(),
        reason: 'Counted again.',
        figures: [{ handInId: room.handInId, was: 225, units }],
      });
    expect((await figures(226).expect(422)).body.data).toEqual({ total: 226, most: 225 });
    await figures(200).expect(200);
  });
  it('are rounded as the assignment asks for, and the book says by how much', async () => {
    const room = await handedIn(server(), { roundTo: 100 });
    const { body } = await give(room, { [room.exponent]: 'shown', [room.axes]: 'partly' });
    expect(body.grade).toMatchObject({ fromVerdicts: 138, exact: 138, total: 100 });
    const { rows } = (await room.instructor.get(`/api/assignments/${room.assignment.id}/ledger`).expect(200))
      .body;
    expect(rows[0]).toMatchObject({ points: [138], rounding: -38, units: 100 });
    const figures = (units: number) =>
      room.instructor.put(`/api/courses/${room.courseId}/figures`).send({
        id: randomUUID(),
        reason: 'Counted again.',
        figures: [{ handInId: room.handInId, was: 100, units }],
      });
    expect((await figures(150).expect(400)).body.data).toEqual({ why: 'figure-rounded' });
    // All there is can be given, though it is no whole number of points.
    await figures(175).expect(200);
  });
});

describe('remarks', () => {
  it('stick to a place in a picture or to the whole hand-in', async () => {
    const room = await handedIn(server());
    const itemId = room.receipt.files[0].itemId;
    const put = (remark: object, id = randomUUID()) =>
      room.instructor.put(`/api/hand-ins/${room.handInId}/remarks/${id}`).send(remark);
    const id = randomUUID();
    await put({ itemId, x: 10, y: 20, text: '  Label the axis. ' }, id).expect(200);
    await put({ itemId: null, x: null, y: null, text: '<img src=x onerror=alert(1)> \u202e 👩‍🔬' }).expect(
      200,
    );
    await put({ itemId, x: 64, y: 0, text: 'outside' }).expect(400);
    await put({ itemId, x: null, y: null, text: 'nowhere' }).expect(400);
    await put({ itemId: randomUUID(), x: 1, y: 1, text: 'no such picture' }).expect(404);
    await put({ itemId: null, x: null, y: null, text: 'x'.repeat(10_001) }).expect(400);
    const on = (await put({ itemId, x: 10, y: 20, text: 'Label the axis.' }, id)).body.remarks[0].version;
    const { body } = await put({ itemId, x: 11, y: 21, text: 'Label both axes.', on }, id).expect(200);
    expect(body.remarks).toMatchObject([
      { id, itemId, x: 11, y: 21, text: 'Label both axes.', author: 'Ruth Mandel' },
      { itemId: null, text: '<img src=x onerror=alert(1)> \u202e 👩‍🔬' },
    ]);
    await room.instructor.delete(`/api/hand-ins/${room.handInId}/remarks/${id}`).expect(200);
    const after = await room.instructor.delete(`/api/hand-ins/${room.handInId}/remarks/${id}`).expect(200);
    expect(after.body.remarks).toHaveLength(1);
  });
  it('are changed by their author only', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
    const path = `/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`;
    const remark = { itemId: null, x: null, y: null, text: 'Mine.' };
    await room.instructor.put(path).send(remark).expect(200);
    await other
      .put(path)
      .send({ ...remark, text: 'Yours.' })
      .expect(403);
    await other.delete(path).expect(403);
  });
});

describe('release', () => {
  it('shows the student everything, and nothing of it before', async () => {
    const room = await handedIn(server());
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'partly' });
    await room.instructor
      .put(`/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`)
      .send({ itemId: null, x: null, y: null, text: 'SECRET' });
    const everything = async () => {
      const answers = await Promise.all([
        room.student.get(`/api/hand-ins/${room.handInId}`),
        room.student.get(`/api/assignments/${room.assignment.id}`),
        room.student.get('/api/assignments'),
      ]);
      return answers.map((a) => a.text).join('');
    };
    expect(await feedback(room)).toBeNull();
    expect(await everything()).not.toMatch(/SECRET|"partly"|:138\b/);
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect(200);
    expect(await feedback(room)).toMatchObject({
      grade: { total: 138 },
      changedAt: null,
      verdicts: { [room.axes]: { verdict: 'partly', by: '' } },
      remarks: [{ text: 'SECRET' }],
    });
    const { body } = await room.student.get('/api/assignments');
    expect(body[0]).toMatchObject({ state: 'returned', totalUnits: 138 });
  });
  it('waits for every verdict, and happens once', async () => {
    const room = await handedIn(server());
    const release = () => room.instructor.post(`/api/hand-ins/${room.handInId}/release`);
    expect((await release().expect(422)).body.data).toEqual({ openVerdicts: 2 });
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    expect((await release()).body).toEqual({ released: 1 });
    expect((await release()).body).toEqual({ released: 0 });
  });
  it('to all leaves those out that are not ready', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const { draft } = await addEvidence(other, room.assignment);
    await handIn(other, room.assignment.id, draft.version);
    await give(room, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    const { body } = await room.instructor.post(`/api/assignments/${room.assignment.id}/release`).expect(200);
    expect(body).toEqual({ released: 1, changed: 0 });
    const { rows } = (await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`)).body;
    expect(rows.map((r: { student: { name: string }; state: string }) => [r.student.name, r.state])).toEqual([
      ['Bilal Okafor', 'released'],
      ['Zoe Zander', 'waiting'],
    ]);
  });
});

describe('the list', () => {
  it('has the latest attempt of each student, who is missing, and what the checks say', async () => {
    const points = DEFINITION.points.map((point) => ({ ...point, minSize: { width: 1000, height: 1 } }));
    const room = await handedIn(server(), { attempts: 2, points });
    const missing = await server().addPerson('Wen', 'Yang');
    await server()
      .context.db.insertInto('members')
      .values({ course_id: room.courseId, person_id: missing.id, role: 'student' })
      .execute();
    const { draft } = await replaceEvidence(room.student, room.assignment);
    await handIn(room.student, room.assignment.id, draft.version);
    await server().context.jobs.idle();
    const { body } = await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`).expect(200);
    expect(body.rows).toMatchObject([
      { attempt: 2, number: 'H-00002', openVerdicts: 2, toCheck: 1, problems: 0 },
    ]);
    expect(body.without).toEqual([{ id: missing.id, name: 'Wen Yang', listed: 'Yang, Wen', exempt: false }]);
    const { body: cards } = await room.instructor.get('/api/assignments');
    expect(cards[0]).toMatchObject({ as: 'staff', handIns: 1, students: 2, waiting: 1 });
  });
  it("finds somebody else's picture again, to the byte", async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const { draft } = await addEvidence(other, room.assignment, {}, room.bytes);
    const { body: receipt } = await handIn(other, room.assignment.id, draft.version);
    await server().context.jobs.idle();
    const { body } = await room.instructor.get(`/api/hand-ins/${receipt.handInId}/review`).expect(200);
    expect(Object.values(body.findings).flat()).toContainEqual({
      code: 'same-picture',
      level: 'problem',
      place: {},
      data: { others: ['Bilal Okafor'] },
    });
  });
  it('finds it again in another file by its pixels, as far as to have a look; one pixel makes another', async () => {
    const room = await handedIn(server());
    const anew = await sharp(room.bytes).png({ compressionLevel: 0 }).toBuffer();
    expect(anew.equals(room.bytes)).toBe(false);
    const { data, info } = await sharp(anew).raw().toBuffer({ resolveWithObject: true });
    data[0] = (data[0] ?? 0) ^ 1;
    const { width, height, channels } = info;
    const other = await sharp(data, { raw: { width, height, channels } }).png().toBuffer();
    // Cut out by its owner, it is the same capture still.
    const framing = { kind: 'region', box: { x: 0, y: 0, width: 20, height: 20 } } as const;
    for (const [name, bytes, others] of [
      ['Zander', anew, ['Bilal Okafor']],
      ['Young', other, null],
    ] as const) {
      const { agent } = await joinCourse(server(), room.courseId, 'student', 'Zoe', name);
      const { draft } = await addEvidence(agent, room.assignment, { framing }, bytes);
      const { body: receipt } = await handIn(agent, room.assignment.id, draft.version);
      await server().context.jobs.idle();
      const { body } = await room.instructor.get(`/api/hand-ins/${receipt.handInId}/review`).expect(200);
      const same = Object.values(body.findings)
        .flat()
        .filter((finding) => /^same-pi/.test((finding as { code: string }).code));
      expect(same).toEqual(
        others ? [{ code: 'same-pixels', level: 'to-check', place: {}, data: { others } }] : [],
      );
    }
    const { body } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
    expect(Object.values(body.findings).flat()).toContainEqual(
      expect.objectContaining({ code: 'same-pixels', data: { others: ['Zoe Zander'] } }),
    );
    // Facts that cannot be read say nothing, and take nothing else away.
    await server().context.db.updateTable('facts').set({ facts: '{"v":' }).execute();
    const after = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
    expect(after.body.items).toHaveLength(1);
  });
  it('says where a picture shows exactly what one before it in the same hand-in shows; another part of it is another', async () => {
    const points = ['The same', 'Again', 'A part'].map((title) => ({
      title,
      instructions: '',
      mustShows: [],
    }));
    const room = await classroom(server(), { points });
    const bytes = await picture();
    const at = (index: number) => ({ proofPointId: room.assignment.points[index]?.id ?? '' });
    const part = { framing: { kind: 'region' as const, box: { x: 0, y: 0, width: 30, height: 20 } } };
    await addEvidence(room.student, room.assignment, at(0), bytes);
    await addEvidence(room.student, room.assignment, { ...at(2), ...part }, bytes);
    const { draft } = await addEvidence(room.student, room.assignment, at(1), bytes);
    const { body: receipt } = await handIn(room.student, room.assignment.id, draft.version);
    await server().context.jobs.idle();
    const { body } = await room.instructor.get(`/api/hand-ins/${receipt.handInId}/review`).expect(200);
    const said = body.items.map(({ id }: { id: string }) =>
      body.findings[id].filter(({ code }: { code: string }) => code === 'same-as'),
    );
    expect(said).toEqual([[], [{ code: 'same-as', level: 'to-check', place: {}, data: { as: 'P1' } }], []]);
  });
  it('does not hold the same picture against its own student: not in a second attempt, not in another assignment', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const another = await server().addAssignment(room.courseId, { title: 'Another' });
    const { agent: other } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const again = await replaceEvidence(room.student, room.assignment, {}, room.bytes);
    const { body: second } = await handIn(room.student, room.assignment.id, again.draft.version);
    const elsewhere = { assignmentId: another.id, proofPointId: another.points[0]?.id ?? '' };
    const { draft } = await addEvidence(other, another, elsewhere, room.bytes);
    const { body: third } = await handIn(other, another.id, draft.version);
    await server().context.jobs.idle();
    for (const { handInId } of [second, third]) {
      const { body } = await room.instructor.get(`/api/hand-ins/${handInId}/review`).expect(200);
      const found = Object.values(body.findings).flat() as Array<{ code: string }>;
      expect(found.length).toBeGreaterThan(0);
      expect(found.map((finding) => finding.code)).not.toContain('same-picture');
    }
  });
  it('leads from one hand-in to the next and to the next that waits', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const { draft } = await addEvidence(other, room.assignment);
    const { body: receipt } = await handIn(other, room.assignment.id, draft.version);
    const { body } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`);
    expect(body).toMatchObject({
      previousId: null,
      nextId: receipt.handInId,
      nextWaitingId: receipt.handInId,
    });
  });
});
