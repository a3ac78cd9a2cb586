import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  giveVerdicts,
  handedIn,
  handIn,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;
type Agent = Room['instructor'];

const put = (room: Room, remark: object, id: string = randomUUID(), by: Agent = room.instructor) =>
  by.put(`/api/hand-ins/${room.handInId}/remarks/${id}`).send(remark);
const whole = { itemId: null, x: null, y: null };
const release = async (room: Room) => {
  await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
  await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect(200);
};
const answer = (by: Agent, room: Room, remarkId: string, entry: object, entryId: string = randomUUID()) =>
  by.put(`/api/hand-ins/${room.handInId}/remarks/${remarkId}/thread/${entryId}`).send(entry);

/** Another student who has handed in, in the same course. */
async function another(room: Room, given: string) {
  const { agent } = await joinCourse(server(), room.courseId, 'student', given, 'Zander');
  const { draft } = await addEvidence(agent, room.assignment);
  const { body } = await handIn(agent, room.assignment.id, draft.version);
  return { agent, handInId: body.handInId as string, itemId: body.files[0].itemId as string };
}

describe('a remark', () => {
  it('lies on a box or a ring inside of the picture, and nowhere else', async () => {
    const room = await handedIn(server());
    const itemId = room.receipt.files[0].itemId;
    const id = randomUUID();
    const box = { itemId, shape: 'box', x: 10, y: 20, width: 54, height: 5, text: 'This corner.' };
    const { body } = await put(room, box, id).expect(200);
    expect(body.remarks).toMatchObject([
      { ...box, sign: null, mustShowId: null, thread: [], settled: false },
    ]);
    const on = body.remarks[0].version;
    await put(room, { ...box, shape: 'ring', on }, id).expect(200);
    const refused = [
      { ...box, width: 55 },
      { ...box, y: 999 },
      { ...box, width: 0 },
      { ...box, width: null },
      { ...box, shape: 'point' },
      { ...whole, shape: 'box', width: 3, height: 3, text: 'of nothing' },
    ];
    for (const wrong of refused) await put(room, wrong).expect(400);
  });
  it('may be a sign without words, but not nothing', async () => {
    const room = await handedIn(server());
    const { body } = await put(room, { ...whole, sign: 'wrong', text: ' ', mustShowId: room.axes }).expect(
      200,
    );
    expect(body.remarks).toMatchObject([{ sign: 'wrong', text: '', mustShowId: room.axes }]);
    const empty = await put(room, { ...whole, text: '  ' }).expect(400);
    expect(empty.body.data.fields).toEqual([{ path: 'text', message: 'remark-empty' }]);
  });
  it('written for many at once is written to all of them or to none, and taken away the same way', async () => {
    const room = await handedIn(server());
    const [zoe, yan] = [await another(room, 'Zoe'), await another(room, 'Yan')];
    const path = `/api/assignments/${room.assignment.id}/remarks`;
    const remarks = [zoe, yan].map(({ handInId, itemId }) => ({
      id: randomUUID(),
      handInId,
      remark: { itemId, x: 3, y: 4, text: 'Which unit?' },
    }));
    const of = async (handInId: string) =>
      (await room.instructor.get(`/api/hand-ins/${handInId}/review`)).body.judgement.remarks;
    const broken = { ...remarks[1], remark: { ...remarks[1]?.remark, x: 5000 } };
    await room.instructor
      .post(path)
      .send({ remarks: [remarks[0], broken] })
      .expect(400);
    expect(await of(zoe.handInId)).toEqual([]);
    const foreign = await server().addAssignment(room.courseId);
    await room.instructor.post(`/api/assignments/${foreign.id}/remarks`).send({ remarks }).expect(404);
    for (const _ of [1, 2]) {
      const { body } = await room.instructor.post(path).send({ remarks }).expect(200);
      expect(body).toEqual({ remarks: 2 });
    }
    expect(await of(zoe.handInId)).toMatchObject([{ text: 'Which unit?', x: 3, y: 4 }]);
    expect(await of(room.handInId)).toEqual([]);
    const gone = remarks.map(({ id, handInId }) => ({ id, handInId }));
    const { body } = await room.instructor.post(`${path}/taken-away`).send({ remarks: gone }).expect(200);
    expect(body).toEqual({ remarks: 2 });
    expect(await of(yan.handInId)).toEqual([]);
  });
});

describe('what is said to a remark', () => {
  it('comes from both sides in order, and settles it until it is opened again', async () => {
    const room = await handedIn(server());
    const id = randomUUID();
    await put(room, { ...whole, text: 'Which unit?' }, id).expect(200);
    await release(room);
    const entry = randomUUID();
    await answer(room.student, room, id, { text: 'Metres.' }, entry).expect(200);
    // Sent again, since the answer was lost on its way.
    const { body } = await answer(room.student, room, id, { text: 'Metres.' }, entry).expect(200);
    expect(body.remarks[0].thread).toMatchObject([{ text: 'Metres.', byStudent: true, own: true }]);
    const rows = async () =>
      (await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`)).body.rows;
    expect((await rows())[0].answers).toBe(1);
    const unseen = await answer(room.instructor, room, id, { settled: true, seen: null }).expect(409);
    expect(unseen.body).toMatchObject({ code: 'stale-version', data: { of: 'thread' } });
    const good = { text: 'Good.', settled: true, seen: entry };
    const settled = await answer(room.instructor, room, id, good).expect(200);
    expect(settled.body.remarks).toMatchObject([
      {
        settled: true,
        thread: [
          { own: false, author: 'Bilal Okafor' },
          { own: true, byStudent: false },
        ],
      },
    ]);
    expect((await rows())[0].answers).toBe(0);
    const seen = (await room.student.get(`/api/hand-ins/${room.handInId}`)).body.feedback;
    expect(seen.remarks[0]).toMatchObject({ settled: true, thread: [{}, { text: 'Good.', settled: true }] });
    // An answer is no change of the judgement.
    expect(seen.changedAt).toBeNull();
    const open = await answer(room.student, room, id, { settled: false }).expect(200);
    expect(open.body.remarks[0].settled).toBe(false);
    await answer(room.student, room, id, { text: ' ' }).expect(400);
  });
  it('is nobody’s to say who cannot see the remark', async () => {
    const room = await handedIn(server());
    const id = randomUUID();
    await put(room, { ...whole, text: 'Not released.' }, id).expect(200);
    const early = await answer(room.student, room, id, { text: 'What?' }).expect(404);
    expect(early.text).not.toContain('Not released');
    const zoe = await another(room, 'Zoe');
    await release(room);
    await answer(zoe.agent, room, id, { text: 'x' }).expect(404);
    // By the id of an own hand-in, somebody else's remark is not there.
    await zoe.agent
      .put(`/api/hand-ins/${zoe.handInId}/remarks/${id}/thread/${randomUUID()}`)
      .send({ text: 'x' })
      .expect(404);
    const entry = randomUUID();
    await answer(room.student, room, id, { text: 'Mine.' }, entry).expect(200);
    await answer(room.instructor, room, id, { text: 'Not yours.' }, entry).expect(404);
    await room.instructor.delete(`/api/hand-ins/${room.handInId}/remarks/${id}`).expect(200);
    await answer(room.student, room, id, { text: 'x' }).expect(404);
  });
  it('of the attempt before is before whoever judges the next', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const id = randomUUID();
    await put(room, { ...whole, text: 'Label the axis.' }, id).expect(200);
    await release(room);
    await answer(room.student, room, id, { text: 'It is labelled now.', settled: true }).expect(200);
    const { draft } = await replaceEvidence(room.student, room.assignment);
    const { body: second } = await handIn(room.student, room.assignment.id, draft.version);
    const review = async (handInId: string) =>
      (await room.instructor.get(`/api/hand-ins/${handInId}/review`).expect(200)).body;
    expect((await review(second.handInId)).earlier).toMatchObject({
      handInId: room.handInId,
      attempt: 1,
      remarks: [{ text: 'Label the axis.', settled: true, thread: [{ text: 'It is labelled now.' }] }],
    });
    expect((await review(room.handInId)).earlier).toBeNull();
  });
  it('of another attempt come with what differs, for whoever judges and for whose it is', async () => {
    const room = await handedIn(server(), { attempts: 4 });
    const point = room.assignment.points[0]?.id;
    const since = async (handInId: string) =>
      (await room.student.get(`/api/hand-ins/${handInId}`).expect(200)).body.since;
    const again = async (version: number) =>
      (await handIn(room.student, room.assignment.id, version)).body.handInId;
    expect(await since(room.handInId)).toBeNull();
    const nothing = { same: 0, redone: 0, replaced: 0, added: 0, removed: 0 };
    const { draft } = await replaceEvidence(room.student, room.assignment);
    const second = await again(draft.version);
    expect(await since(second)).toEqual({
      ...{ handInId: room.handInId, number: 'H-00001', attempt: 1, statementChanged: false },
      points: [{ ...nothing, proofPointId: point, replaced: 1 }],
    });
    // The same capture, framed otherwise, and other words.
    const [evidence] = draft.evidence;
    const framing = { kind: 'region', box: { x: 0, y: 0, width: 20, height: 20 } };
    const { id, capture, version } = evidence;
    const changed = await room.student
      .put(`/api/evidence/${id}`)
      .send({
        ...{ assignmentId: room.assignment.id, proofPointId: point, captureId: capture.id },
        ...{ framing, trims: [], marks: [], encoding: null, baseVersion: version },
      })
      .expect(200);
    const third = await again(changed.body.draft.version);
    expect((await since(third)).points).toEqual([{ ...nothing, proofPointId: point, redone: 1 }]);
    // Nothing is changed, and the attempt between is withdrawn: it is passed over.
    await room.student.post(`/api/hand-ins/${third}/withdraw`).send({}).expect(200);
    const { draft: now } = (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200))
      .body;
    const fourth = await again(now.version);
    expect(await since(fourth)).toMatchObject({ handInId: second, points: [{ ...nothing, redone: 1 }] });
    const review = await room.instructor.get(`/api/hand-ins/${fourth}/review`).expect(200);
    expect(review.body.earlier).toMatchObject(await since(fourth));
  });
});

describe('words for remarks', () => {
  it('are kept for oneself, and what was said before is counted', async () => {
    const room = await handedIn(server());
    const itemId = room.receipt.files[0].itemId;
    const zoe = await another(room, 'Zoe');
    const own = randomUUID();
    await room.instructor.put(`/api/remark-stock/${own}`).send({ text: 'Well done, {student}.' }).expect(204);
    await room.instructor.put(`/api/remark-stock/${own}`).send({ text: 'Good, {student}.' }).expect(204);
    const said = { x: 1, y: 1, text: 'Which unit?', mustShowId: room.axes };
    await put(room, { ...said, itemId }).expect(200);
    await room.instructor
      .put(`/api/hand-ins/${zoe.handInId}/remarks/${randomUUID()}`)
      .send({ ...said, itemId: zoe.itemId })
      .expect(200);
    const changed = randomUUID();
    const { body } = await put(room, { ...whole, text: 'Nearly.' }, changed).expect(200);
    const on = body.remarks.find((r: { id: string }) => r.id === changed).version;
    await put(room, { ...whole, text: 'Nearly right.', on }, changed).expect(200);
    const stock = async (by: Agent) =>
      (await by.get(`/api/assignments/${room.assignment.id}/remark-stock`).expect(200)).body;
    expect(await stock(room.instructor)).toEqual({
      own: [{ id: own, text: 'Good, {student}.' }],
      said: [
        {
          text: 'Which unit?',
          mustShowId: room.axes,
          proofPointId: room.assignment.points[0]?.id,
          times: 2,
        },
        { text: 'Nearly right.', mustShowId: null, proofPointId: null, times: 1 },
      ],
    });
    const { agent: other } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
    expect(await stock(other)).toEqual({ own: [], said: [] });
    await room.instructor.delete(`/api/remark-stock/${own}`).expect(204);
    expect((await stock(room.instructor)).own).toEqual([]);
  });
});

it('a hand-in is seen as its student will see it, and the student sees no more for that', async () => {
  const room = await handedIn(server());
  await put(room, { ...whole, text: 'Which unit?' }).expect(200);
  const { body } = await room.instructor.get(`/api/hand-ins/${room.handInId}/as-student`).expect(200);
  expect(body.feedback).toMatchObject({ remarks: [{ text: 'Which unit?' }], changedAt: null });
  expect((await room.student.get(`/api/hand-ins/${room.handInId}`)).body.feedback).toBeNull();
  await room.student.get(`/api/hand-ins/${room.handInId}/as-student`).expect(403);
});
