import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import {
  addEvidence,
  giveVerdicts,
  handedIn,
  handInSealed,
  joinCourse,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

it('points of many come in with one reason, all of them or none, each on what was looked at', async () => {
  const room = await handedIn(server());
  const kim = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lee');
  const { draft } = await addEvidence(kim.agent, room.assignment);
  const other = (await handInSealed(server(), kim.agent, room.assignment.id, draft.version)).body
    .handInId as string;
  await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
  const figures = [
    { handInId: room.handInId, was: 175, units: 150 },
    { handInId: other, was: 0, units: 25 },
  ];
  const write = (change: object = {}) =>
    room.instructor
      .put(`/api/courses/${room.courseId}/figures`)
      .send({ id: randomUUID(), reason: 'Counted again.', figures, ...change });
  const total = async (handInId: string) =>
    (await room.instructor.get(`/api/hand-ins/${handInId}/review`).expect(200)).body.judgement.grade;
  // The second is not judged, so that the first stays too.
  expect((await write().expect(422)).body.code).toBe('incomplete');
  await giveVerdicts(room.instructor, other, { [room.exponent]: 'not-shown', [room.axes]: 'not-shown' });
  expect((await write({ reason: ' ' }).expect(400)).body.code).toBe('invalid-request');
  const [first, second] = figures;
  expect((await write({ figures: [first, { ...second, was: 1 }] }).expect(409)).body.code).toBe(
    'stale-version',
  );
  const tooMany = await write({ figures: [first, { ...second, units: 176 }] }).expect(422);
  expect(tooMany.body).toMatchObject({ code: 'points-out-of-range', data: { most: 175 } });
  await write({ figures: [first, { ...second, handInId: randomUUID() }] }).expect(404);
  const twice = await write({ figures: [first, { ...first, units: 100 }] }).expect(400);
  expect(twice.body.data).toEqual({ why: 'figure-twice' });
  expect((await total(room.handInId)).adjustment).toBe(0);

  const id = randomUUID();
  expect((await write({ id }).expect(200)).body).toEqual({ changed: 2 });
  expect((await write({ id }).expect(200)).body).toEqual({ changed: 0 });
  expect(await total(room.handInId)).toMatchObject({ total: 150, adjustment: -25, reason: 'Counted again.' });
  expect(await total(other)).toMatchObject({ total: 25, adjustment: 25 });
  const { entries } = (await room.instructor.get(`/api/hand-ins/${other}/history`).expect(200)).body;
  expect(entries.at(-1)).toMatchObject({
    change: { kind: 'adjustment', from: 0, to: 25 },
    before: 0,
    after: 25,
  });
});
