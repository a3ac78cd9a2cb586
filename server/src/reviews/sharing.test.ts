import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import { handedIn, joinCourse, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

it('hand-ins are shared out, all at once or not at all, and each list says whose they are', async () => {
  const room = await handedIn(server());
  const otto = await joinCourse(server(), room.courseId, 'marker', 'Otto', 'Quist');
  const kim = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lee');
  const path = `/api/assignments/${room.assignment.id}/sharing`;
  const write = (shares: Array<{ studentId: string; markerId: string | null }>, id: string = randomUUID()) =>
    room.instructor.put(path).send({ id, shares });
  const first = (await room.instructor.get(path).expect(200)).body;
  expect(first.staff.map((one: { name: string }) => one.name).sort()).toEqual(['Otto Quist', 'Ruth Mandel']);
  expect(first.students).toMatchObject([
    { listed: 'Lee, Kim', markerId: null },
    { listed: 'Okafor, Bilal', markerId: null },
  ]);
  const all = [
    { studentId: room.studentPerson.id, markerId: otto.person.id },
    { studentId: kim.person.id, markerId: room.instructorPerson.id },
  ];
  // One who is nobody's student: none is entered.
  await write([...all, { studentId: otto.person.id, markerId: otto.person.id }]).expect(404);
  await write([{ studentId: kim.person.id, markerId: room.studentPerson.id }]).expect(404);
  expect((await room.instructor.get(path).expect(200)).body).toEqual(first);
  const id = randomUUID();
  for (let i = 0; i < 2; i++) await write(all, id).expect(200);
  const rows = await server().context.db.selectFrom('share_events').select('seq').execute();
  expect(rows).toHaveLength(2);
  const otherwise = { id: otto.person.id, name: 'Otto Quist' };
  for (const page of ['hand-ins', 'grid']) {
    const { body } = await otto.agent.get(`/api/assignments/${room.assignment.id}/${page}`).expect(200);
    expect(body.rows).toMatchObject([{ marker: otherwise }]);
  }
  await write([{ studentId: room.studentPerson.id, markerId: null }]).expect(200);
  const { body } = await otto.agent.get(`/api/assignments/${room.assignment.id}/hand-ins`).expect(200);
  expect(body.rows).toMatchObject([{ marker: null }]);
});
