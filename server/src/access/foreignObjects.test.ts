import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  handedIn,
  picture,
  putCapture,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

/** A second course with an assignment, in which nobody of the first is. */
async function elsewhere() {
  const stranger = await server().addPerson('Sven', 'Stranger');
  const courseId = await server().addCourse([[stranger, 'student']]);
  return { assignment: await server().addAssignment(courseId), agent: await server().signedIn(stranger) };
}

describe('ids inside bodies', () => {
  it('do not move evidence into an assignment of another course', async () => {
    const { student, assignment } = await classroom(server());
    const foreign = await elsewhere();
    const { evidenceId, body } = await addEvidence(student, assignment);
    const moved = await student.put(`/api/evidence/${evidenceId}`).send({
      ...body,
      assignmentId: foreign.assignment.id,
      proofPointId: foreign.assignment.points[0]?.id,
      baseVersion: 1,
      marks: [{ kind: 'pin', letter: 'a', x: 1, y: 1 }],
    });
    expect([moved.status, moved.body.code]).toEqual([404, 'not-found']);
    expect(JSON.stringify(moved.body)).not.toContain('Rating');
    const drafts = await server().context.db.selectFrom('drafts').select('assignment_id').execute();
    expect(drafts.map((d) => d.assignment_id)).toEqual([assignment.id]);
  });
  it('do not put another capture under existing evidence', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body } = await addEvidence(student, assignment);
    const { body: other } = await putCapture(student, await picture());
    await student
      .put(`/api/evidence/${evidenceId}`)
      .send({ ...body, captureId: other.id, baseVersion: 1 })
      .expect(404);
  });
  it('do not keep a capture for an assignment of a course one is not in', async () => {
    const { student } = await classroom(server());
    const { assignment } = await elsewhere();
    const query = `source=clipboard&assignmentId=${assignment.id}`;
    expect((await putCapture(student, await picture(), randomUUID(), query)).status).toBe(404);
    expect(await server().context.db.selectFrom('captures').select('id').execute()).toEqual([]);
  });
});

it('a person who has left a course can no longer write there, and still has the own receipt', async () => {
  const room = await handedIn(server(), { attempts: 3 });
  const { evidenceId, body, draft } = await replaceEvidence(room.student, room.assignment);
  await server().context.db.deleteFrom('members').where('person_id', '=', room.studentPerson.id).execute();
  const put = room.student.put(`/api/evidence/${evidenceId}`).send({ ...body, baseVersion: 1 });
  expect((await put).status).toBe(404);
  expect((await room.student.delete(`/api/evidence/${evidenceId}`)).status).toBe(404);
  expect((await room.student.post(`/api/evidence/${evidenceId}/restore`).send({})).status).toBe(404);
  await room.student
    .put(`/api/assignments/${room.assignment.id}/statement`)
    .send({ text: 'x', baseVersion: 0 })
    .expect(404);
  await room.student
    .post(`/api/assignments/${room.assignment.id}/hand-ins`)
    .send({ id: randomUUID(), draftVersion: draft.version })
    .expect(404);
  await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200);
});

it('somebody else’s object is answered word for word as one that does not exist', async () => {
  const room = await handedIn(server(), { attempts: 2 });
  const { evidenceId, captureId, body } = await replaceEvidence(room.student, room.assignment);
  const presetId = randomUUID();
  const settings = {
    source: 'camera',
    surface: 'any',
    framing: 'whole',
    box: null,
    delay: 0,
    pointer: true,
    width: null,
    target: 'next',
  };
  await room.student.put(`/api/presets/${presetId}`).send({ name: 'x', key: '', settings }).expect(200);
  const { items } = (await room.student.get(`/api/hand-ins/${room.handInId}`)).body;
  const stranger = (await elsewhere()).agent;
  const none = randomUUID();
  const ask: Array<[string, (id: string) => PromiseLike<{ status: number; text: string }>, string]> = [
    ['hand-in', (id) => stranger.get(`/api/hand-ins/${id}`), room.handInId],
    ['review', (id) => stranger.get(`/api/hand-ins/${id}/review`), room.handInId],
    [
      'verdicts',
      (id) => stranger.put(`/api/hand-ins/${id}/verdicts`).send({ id: none, verdicts: {} }),
      room.handInId,
    ],
    ['release', (id) => stranger.post(`/api/hand-ins/${id}/release`), room.handInId],
    ['withdraw', (id) => stranger.post(`/api/hand-ins/${id}/withdraw`), room.handInId],
    ['sheet', (id) => stranger.get(`/api/assignments/${id}`), room.assignment.id],
    ['list', (id) => stranger.get(`/api/assignments/${id}/hand-ins`), room.assignment.id],
    ['evidence', (id) => stranger.delete(`/api/evidence/${id}`), evidenceId],
    ['evidence restored', (id) => stranger.post(`/api/evidence/${id}/restore`).send({}), evidenceId],
    ['capture', (id) => stranger.delete(`/api/captures/${id}`), captureId],
    ['capture restored', (id) => stranger.post(`/api/captures/${id}/restore`), captureId],
    [
      'foreign capture in own evidence',
      (id) => stranger.put(`/api/evidence/${none}`).send({ ...body, captureId: id }),
      captureId,
    ],
    ['file', (id) => stranger.get(`/files/f-${id}/a.png`), items[0].id],
    ['capture file', (id) => stranger.get(`/files/c-${id}/a.png`), captureId],
    ['thumbnail', (id) => stranger.get(`/files/t-${id}/a.webp`), items[0].id],
  ];
  for (const [what, question, id] of ask) {
    const [theirs, nobodys] = [await question(id), await question(randomUUID())];
    expect([theirs.status, theirs.text], what).toEqual([nobodys.status, nobodys.text]);
    expect(theirs.status, what).toBe(404);
  }
});
