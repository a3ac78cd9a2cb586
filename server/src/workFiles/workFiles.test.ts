import { randomUUID } from 'node:crypto';
import type { WorkFiles } from '@nachweis/contract';
import type { Agent } from 'supertest';
import { describe, expect, it } from 'vitest';
import { emptyBin } from '../captures/emptyBin.ts';
import { classroom, picture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const add = (agent: Agent, assignmentId: string, name: string, bytes: Buffer, id: string = randomUUID()) =>
  agent
    .put(`/api/assignments/${assignmentId}/work-files/${id}`)
    .query({ name })
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);
const CSV = Buffer.from('time;stage\n07:00;0.43\n');

describe('files of an assignment', () => {
  it('are there for the class: a table is saved, a picture can be shown', async () => {
    const { instructor, student, assignment } = await classroom(server());
    const png = await picture();
    await add(instructor, assignment.id, 'gaugings.csv', CSV).expect(200);
    await add(instructor, assignment.id, 'a page.html', Buffer.from('<script>alert(1)</script>')).expect(200);
    await add(instructor, assignment.id, '../../etc/example.png', png).expect(200);
    const { files } = (await student.get(`/api/assignments/${assignment.id}/work-files`).expect(200))
      .body as WorkFiles;
    expect(files.map(({ name, bytes, isPicture }) => [name, bytes, isPicture])).toEqual([
      ['a page.html', 25, false],
      ['example.png', png.length, true],
      ['gaugings.csv', CSV.length, false],
    ]);
    const [page, shown, table] = files.map(({ href }) => href);
    const csv = await student
      .get(table ?? '')
      .responseType('blob')
      .expect(200);
    expect(Buffer.from(csv.body).equals(CSV)).toBe(true);
    for (const href of [page, table]) {
      const answer = await student.get(href ?? '').expect(200);
      // Nothing that somebody brought runs as a page of this server (WHATWG MIME sniffing, "nosniff").
      expect(answer.headers).toMatchObject({
        'content-type': 'application/octet-stream',
        'x-content-type-options': 'nosniff',
      });
      expect(answer.headers['content-disposition']).toMatch(/^attachment/);
    }
    const answer = await student.get(shown ?? '').expect(200);
    expect([answer.headers['content-type'], answer.headers['content-disposition']?.split(';')[0]]).toEqual([
      'image/png',
      'inline',
    ]);
  });
  it('one of the same name makes room, the same write again changes nothing, and nothing goes with the bin', async () => {
    const s = server();
    const { instructor, assignment } = await classroom(s);
    const id = randomUUID();
    await add(instructor, assignment.id, 'data.csv', CSV, id).expect(200);
    const newer = Buffer.from('newer');
    const second = randomUUID();
    await add(instructor, assignment.id, 'data.csv', newer, second).expect(200);
    const { body } = await add(instructor, assignment.id, 'data.csv', CSV, id).expect(200);
    expect(body.files).toMatchObject([{ id: second, name: 'data.csv', bytes: 5 }]);
    await emptyBin(s.context);
    await instructor.get(body.files[0].href).expect(200);
    // Who looks back finds what it was.
    await instructor.get(`/files/w-${id}/data.csv`).expect(200);
  });
  it('are neither a stranger’s nor a student’s to change, and a removed one is no student’s any more', async () => {
    const s = server();
    const { instructor, student, assignment } = await classroom(s);
    const stranger = await s.signedIn(await s.addPerson());
    const { body } = await add(instructor, assignment.id, 'data.csv', CSV).expect(200);
    const { id, href } = body.files[0];
    await stranger.get(href).expect(404);
    await add(student, assignment.id, 'mine.csv', CSV).expect(403);
    await student.delete(`/api/assignments/${assignment.id}/work-files/${id}`).expect(403);
    await instructor.delete(`/api/assignments/${assignment.id}/work-files/${id}`).expect(200);
    await student.get(href).expect(404);
    expect((await student.get(`/api/assignments/${assignment.id}/work-files`)).body.files).toEqual([]);
  });
  it('refuses the 31st and one that is too large, in a sentence, and keeps nothing of them', async () => {
    const { instructor, assignment } = await classroom(server());
    for (let i = 0; i < 30; i++) await add(instructor, assignment.id, `f${i}.csv`, CSV).expect(200);
    const { status, body } = await add(instructor, assignment.id, 'more.csv', CSV);
    expect([status, body.data]).toEqual([422, { of: 'work-files', most: 30 }]);
    await add(instructor, assignment.id, 'huge.zip', Buffer.alloc(25 * 1024 * 1024 + 1)).expect(413);
    const there = await instructor.get(`/api/assignments/${assignment.id}/work-files`);
    expect(there.body.files).toHaveLength(30);
  });
  it('come along with a copy of the course, and where the assignment is tried', async () => {
    const { instructor, courseId, assignment } = await classroom(server());
    await add(instructor, assignment.id, 'data.csv', CSV).expect(200);
    const id = randomUUID();
    const { body: course } = await instructor
      .post(`/api/courses/${courseId}/copies`)
      .send({ id, title: 'Next term', days: 180 })
      .expect(200);
    const copy = course.assignments[0].id;
    const { files } = (await instructor.get(`/api/assignments/${copy}/work-files`).expect(200)).body;
    expect(files).toMatchObject([{ name: 'data.csv' }]);
    await instructor.get(files[0].href).expect(200);
    const { body: trial } = await instructor.post(`/api/assignments/${assignment.id}/trial`).expect(200);
    const tried = (await instructor.get(`/api/assignments/${trial.assignmentId}/work-files`).expect(200))
      .body;
    expect(tried.files).toMatchObject([{ name: 'data.csv' }]);
  });
});
