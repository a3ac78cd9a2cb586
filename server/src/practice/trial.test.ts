import { expect, it } from 'vitest';
import { setFields } from '../people/setFields.testing.ts';
import { addEvidence, classroom, handInSealed, joinCourse, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const CRITERION = {
  title: 'How it is explained',
  levels: [
    { text: 'well', units: 100 },
    { text: 'not', units: 0 },
  ],
};
const titlesOf = (cards: Array<{ title: string; as: string }>) =>
  cards.map(({ title, as }) => `${as}: ${title}`);

it('an assignment is tried as a student before it opens, up to a receipt, and nobody else sees it', async () => {
  const room = await classroom(server(), {
    opensAt: '2027-01-01T00:00:00.000Z',
    dueAt: '2027-01-02T00:00:00.000Z',
    lateUntil: null,
    brief: 'Of station {station}.',
    groupColumn: 'team',
    criteria: [CRITERION],
  });
  await setFields(server(), room.studentPerson.id, { station: 'NE-7' });
  const start = (agent = room.instructor) => agent.post(`/api/assignments/${room.assignment.id}/trial`);
  const answers = await Promise.all([start().expect(200), start().expect(200)]);
  const ids = new Set(answers.map((answer) => answer.body.assignmentId as string));
  const id = (await start().expect(200)).body.assignmentId as string;
  // Two at once may each have made one; only one of them is there.
  expect(ids.has(id)).toBe(true);
  const sheet = (await room.instructor.get(`/api/assignments/${id}`).expect(200)).body;
  expect(sheet).toMatchObject({
    role: 'student',
    window: 'open',
    group: null,
    trialOf: { id: room.assignment.id, title: 'Rating curve' },
    assignment: { brief: 'Of station NE-7.', criteria: [CRITERION] },
  });
  const real = (await room.instructor.get(`/api/assignments/${room.assignment.id}`).expect(200)).body;
  expect(real.trialOf).toBeNull();
  expect(sheet.assignment.proofPoints[0].id).not.toBe(real.assignment.proofPoints[0].id);

  const entered = { id, version: 1, points: sheet.assignment.proofPoints, criteria: [] };
  const { draft } = await addEvidence(room.instructor, entered);
  const { body: receipt } = await handInSealed(server(), room.instructor, id, draft.version);
  expect(receipt).toMatchObject({ student: 'Ruth Mandel', files: [{ damaged: false }] });
  const view = (await room.instructor.get(`/api/hand-ins/${receipt.handInId}`).expect(200)).body;
  expect(view).toMatchObject({ isTrial: true, feedback: null });
  const colleague = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
  for (const agent of [room.student, colleague.agent]) {
    await agent.get(`/api/assignments/${id}`).expect(404);
    await agent.get(`/api/hand-ins/${receipt.handInId}`).expect(404);
  }
  await room.student.post(`/api/assignments/${room.assignment.id}/trial`).expect(403);
  const cards = async () => titlesOf((await room.instructor.get('/api/assignments').expect(200)).body).sort();
  expect(await cards()).toEqual(['staff: Rating curve', 'student: Rating curve']);
  expect((await start().expect(200)).body.assignmentId).toBe(id);

  // Of what was changed there is another one, and the old one is gone.
  const path = `/api/assignments/${room.assignment.id}/definition`;
  const { definition, version } = (await room.instructor.get(path).expect(200)).body;
  await room.instructor
    .put(path)
    .send({ definition: { ...definition, title: 'Rating curves' }, baseVersion: version })
    .expect(200);
  const next = (await start().expect(200)).body.assignmentId;
  expect(next).not.toBe(id);
  expect(await cards()).toEqual(['staff: Rating curves', 'student: Rating curves']);
  await room.instructor.post(`/api/assignments/${next}/trial/ended`).expect(204);
  expect(await cards()).toEqual(['staff: Rating curves']);
  // The receipt that was made there stays its owner's.
  await room.instructor.get(`/api/hand-ins/${receipt.handInId}`).expect(200);
});
