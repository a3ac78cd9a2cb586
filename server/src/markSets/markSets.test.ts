import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import { classroom, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
const look = { ink: '#12343b', weight: 2, font: 'fixed', opacity: 0.5 };

it('sets of ink and style are a person’s own, on every computer', async () => {
  const person = await server().addPerson();
  const own = await server().signedIn(person);
  const other = await server().signedIn(await server().addPerson());
  const id = randomUUID();
  await own.put(`/api/mark-sets/${id}`).send({ name: ' Warnings ', look }).expect(200);
  // The same write again makes no second one.
  const { body } = await own.put(`/api/mark-sets/${id}`).send({ name: 'Warnings', look }).expect(200);
  expect(body).toEqual([{ id, name: 'Warnings', look }]);
  const elsewhere = await server().signedIn(person);
  expect((await elsewhere.get('/api/mark-sets')).body).toEqual(body);
  expect((await other.get('/api/mark-sets')).body).toEqual([]);
  await other.put(`/api/mark-sets/${id}`).send({ name: 'x', look }).expect(404);
  await other.delete(`/api/mark-sets/${id}`).expect(404);
  expect((await own.delete(`/api/mark-sets/${id}`)).body).toEqual([]);
});

it.each([
  ['an ink that is none', { ...look, ink: 'red' }],
  ['a line that nobody would see', { ...look, weight: 0.01 }],
  ['a mark that cannot be seen', { ...look, opacity: 0 }],
])('refuses %s', async (_, wrong) => {
  const own = await server().signedIn(await server().addPerson());
  await own.put(`/api/mark-sets/${randomUUID()}`).send({ name: 'x', look: wrong }).expect(400);
});

it('one that cannot be read takes none of the others away; the 25th is refused', async () => {
  const own = await server().signedIn(await server().addPerson());
  for (let i = 0; i < 24; i++)
    await own
      .put(`/api/mark-sets/${randomUUID()}`)
      .send({ name: `n${i}`, look })
      .expect(200);
  const { status, body } = await own.put(`/api/mark-sets/${randomUUID()}`).send({ name: 'x', look });
  expect([status, body.code, body.data]).toEqual([422, 'too-many', { of: 'mark-sets', most: 24 }]);
  await server().context.db.updateTable('mark_sets').set({ look: '{' }).where('name', '=', 'n3').execute();
  expect((await own.get('/api/mark-sets').expect(200)).body).toHaveLength(23);
});

it('the ink of a course is what its students begin with, also in its copy and where it is tried', async () => {
  const { instructor, student, courseId, assignment } = await classroom(server());
  const sheet = async () => (await student.get(`/api/assignments/${assignment.id}`)).body.houseInk;
  expect(await sheet()).toBeNull();
  await student.put(`/api/courses/${courseId}/house-ink`).send({ ink: '#b3261e' }).expect(403);
  await instructor.put(`/api/courses/${courseId}/house-ink`).send({ ink: '#b3261e' }).expect(200);
  expect(await sheet()).toBe('#b3261e');
  const id = randomUUID();
  await instructor
    .post(`/api/courses/${courseId}/copies`)
    .send({ id, title: 'Next term', days: 180 })
    .expect(200);
  expect((await instructor.get(`/api/courses/${id}`)).body.houseInk).toBe('#b3261e');
  const { body: trial } = await instructor.post(`/api/assignments/${assignment.id}/trial`).expect(200);
  const { body: tried } = await instructor.get(`/api/assignments/${trial.assignmentId}`).expect(200);
  expect(tried.houseInk).toBe('#b3261e');
  await instructor.put(`/api/courses/${courseId}/house-ink`).send({ ink: null }).expect(200);
  expect(await sheet()).toBeNull();
});
