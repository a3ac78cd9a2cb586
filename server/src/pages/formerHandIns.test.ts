import { expect, it } from 'vitest';
import {
  giveVerdicts,
  handedIn,
  handInSealed,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

it('keeps in reach what somebody handed in in a course that they left: with what came back, and without what they withdrew', async () => {
  const room = await handedIn(server(), { attempts: 2 });
  const { student, instructor, courseId, studentPerson, assignment, handInId } = room;
  const former = async () => (await student.get('/api/former-hand-ins').expect(200)).body;
  expect(await former()).toEqual([]);
  const { draft } = await replaceEvidence(student, assignment);
  const second = (await handInSealed(server(), student, assignment.id, draft.version)).body.handInId;
  await student.post(`/api/hand-ins/${second}/withdraw`).expect(200);
  await instructor.delete(`/api/courses/${courseId}/people/${studentPerson.id}`).expect(200);
  expect(await former()).toMatchObject([
    { handIn: { id: handInId, attempt: 1, releasedAt: null, totalUnits: null } },
  ]);
  expect((await student.get('/api/assignments').expect(200)).body).toEqual([]);
  await student.get(`/api/hand-ins/${handInId}`).expect(200);
  // What is judged afterwards comes back to them all the same.
  await giveVerdicts(instructor, handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
  await instructor.post(`/api/hand-ins/${handInId}/release`).send({}).expect(200);
  expect(await former()).toMatchObject([{ mostUnits: 175, handIn: { totalUnits: 175 } }]);
  // Nobody else has it, also not who manages the course.
  expect((await instructor.get('/api/former-hand-ins').expect(200)).body).toEqual([]);
});
