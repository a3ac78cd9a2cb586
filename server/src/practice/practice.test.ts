import { PRACTICE_ASSIGNMENT } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { addEvidence, classroom, handIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
const DAY_MS = 86_400_000;

it('two who ask for the first time at once practise in one assignment, each alone and for a week', async () => {
  const room = await classroom(server());
  const answers = await Promise.all(
    [room.student, room.instructor, room.student].map((agent) => agent.post('/api/practice').expect(200)),
  );
  expect(answers.map(({ body }) => body.assignmentId)).toEqual(Array(3).fill(PRACTICE_ASSIGNMENT));
  const { db } = server().context;
  expect(
    await db.selectFrom('assignments').select('id').where('id', '=', PRACTICE_ASSIGNMENT).execute(),
  ).toHaveLength(1);
  const grants = await db.selectFrom('term_events').select('person_id').execute();
  expect(grants.map((one) => one.person_id).sort()).toEqual(
    [room.studentPerson.id, room.instructorPerson.id].sort(),
  );
  const card = (await room.student.get('/api/assignments')).body.find(
    (one: { id: string }) => one.id === PRACTICE_ASSIGNMENT,
  );
  expect(Date.parse(card.dueAt)).toBe(server().context.now().getTime() + 7 * DAY_MS);
  // An instructor elsewhere is nobody's instructor here.
  await room.instructor.get(`/api/assignments/${PRACTICE_ASSIGNMENT}/hand-ins`).expect(403);
});

it('it ends in a receipt, and whoever asks after a week has another one', async () => {
  const room = await classroom(server());
  await room.student.post('/api/practice').expect(200);
  const { assignment } = (await room.student.get(`/api/assignments/${PRACTICE_ASSIGNMENT}`)).body;
  const [first, second] = assignment.proofPoints;
  const entered = { id: PRACTICE_ASSIGNMENT, version: 1, points: assignment.proofPoints, criteria: [] };
  await addEvidence(room.student, entered, {
    proofPointId: first.id,
    marks: [{ kind: 'pin', letter: 'a', x: 1, y: 1 }],
  });
  await addEvidence(room.student, entered, { proofPointId: second.id });
  const said = await room.student
    .put(`/api/assignments/${PRACTICE_ASSIGNMENT}/statement`)
    .send({ text: 'Two windows.', baseVersion: 0 })
    .expect(200);
  const { body } = await handIn(room.student, PRACTICE_ASSIGNMENT, said.body.version);
  expect(body.files).toHaveLength(2);
  server().setNow(new Date(server().context.now().getTime() + 8 * DAY_MS).toISOString());
  // The session has ended meanwhile.
  const student = await server().signedIn(room.studentPerson);
  const again = await student.post('/api/practice').expect(200);
  expect(again.body).toEqual({ assignmentId: PRACTICE_ASSIGNMENT });
  const sheet = (await student.get(`/api/assignments/${PRACTICE_ASSIGNMENT}`)).body;
  expect(sheet.window).toBe('open');
});
