import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  giveVerdicts,
  handIn,
  handInSealed,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

it('lists assignments with the state of the student', async () => {
  const { student, assignment } = await classroom(server());
  const card = async () => (await student.get('/api/assignments').expect(200)).body[0];
  expect(await card()).toMatchObject({ state: 'to-do', window: 'open', mostUnits: 175, totalUnits: null });
  const { draft } = await addEvidence(student, assignment);
  expect(await card()).toMatchObject({ state: 'draft', pictures: 1 });
  await handIn(student, assignment.id, draft.version);
  expect(await card()).toMatchObject({ state: 'handed-in', totalUnits: null });
});

it('counts on the list the proof points that have their pictures: more than one needs stand for no other', async () => {
  const point = (title: string, change: object = {}) => ({
    ...{ title, instructions: '', maxPictures: 3, mustShows: [] },
    ...change,
  });
  const points = [
    point('Before'),
    point('Two of after', { minPictures: 2 }),
    point('Any', { minPictures: 0 }),
  ];
  const { student, assignment } = await classroom(server(), { points });
  const put = (at: number) =>
    addEvidence(student, assignment, { proofPointId: assignment.points[at]?.id ?? '' });
  for (const [at, state] of [
    [1, { pictures: 1, withPictures: 0, needPictures: 2 }],
    [1, { pictures: 2, withPictures: 1, needPictures: 2 }],
    [1, { pictures: 3, withPictures: 1, needPictures: 2 }],
    [2, { pictures: 4, withPictures: 1, needPictures: 2 }],
    [0, { pictures: 5, withPictures: 2, needPictures: 2 }],
  ] as const) {
    await put(at);
    expect((await student.get('/api/assignments').expect(200)).body[0]).toMatchObject(state);
  }
});

it('has first what is past due and still asks something, then the next due, then what is done with', async () => {
  const late = { opensAt: '2026-11-01T06:00:00.000Z', lateUntil: '2026-11-20T16:00:00.000Z' };
  const { student, instructor, courseId, assignment } = await classroom(server(), {
    ...{ ...late, title: 'Late', dueAt: '2026-11-10T16:00:00.000Z' },
  });
  for (const [title, dueAt, lateUntil] of [
    ['Closed', '2026-11-11T16:00:00.000Z', null],
    ['Next', '2026-11-15T16:00:00.000Z', null],
    ['After', '2026-11-18T16:00:00.000Z', null],
  ] as const)
    await server().addAssignment(courseId, { ...late, title, dueAt, lateUntil });
  server().setNow('2026-11-12T08:00:00.000Z');
  const titles = async (agent: typeof student) =>
    (await agent.get('/api/assignments').expect(200)).body.map((card: { title: string }) => card.title);
  // Nobody has handed in: the student still can, and nothing waits for the instructor.
  expect(await titles(student)).toEqual(['Late', 'Next', 'After', 'Closed']);
  expect(await titles(instructor)).toEqual(['Next', 'After', 'Closed', 'Late']);
  const { draft } = await addEvidence(student, assignment);
  expect((await titles(student))[0]).toBe('Late');
  const { body } = await handInSealed(server(), student, assignment.id, draft.version);
  expect(await titles(student)).toEqual(['Next', 'After', 'Closed', 'Late']);
  expect((await titles(instructor))[0]).toBe('Late');
  const { body: review } = await instructor.get(`/api/hand-ins/${body.handInId}/review`);
  const shown = review.assignment.proofPoints[0].mustShows.map(({ id }: { id: string }) => [id, 'shown']);
  await giveVerdicts(instructor, body.handInId, Object.fromEntries(shown)).then((given) =>
    expect(given.status).toBe(200),
  );
  expect((await titles(instructor))[0]).toBe('Late');
  await instructor.post(`/api/hand-ins/${body.handInId}/release`).send({ id: randomUUID() }).expect(200);
  expect(await titles(instructor)).toEqual(['Next', 'After', 'Closed', 'Late']);
});
