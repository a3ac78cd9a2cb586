import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { classroom, handedIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

type Facts = { title: string; timeZone: string; language: string };

const factsOf = ({ title, timeZone, language }: Facts): Facts => ({ title, timeZone, language });

describe('a course that is changed', () => {
  it('has the new title, language and zone; once more after a lost answer it stays so', async () => {
    const { instructor, courseId } = await classroom(server());
    const before = factsOf((await instructor.get(`/api/courses/${courseId}`).expect(200)).body);
    const wanted = { title: 'Field Data 2', timeZone: 'America/Lima', language: 'es' };
    const change = () =>
      instructor
        .put(`/api/courses/${courseId}/facts`)
        .send({ ...wanted, was: before })
        .expect(200);
    expect((await change()).body).toMatchObject(wanted);
    expect((await change()).body).toMatchObject(wanted);
  });

  it('keeps what a colleague made of it meanwhile', async () => {
    const { instructor, courseId } = await classroom(server());
    const was = factsOf((await instructor.get(`/api/courses/${courseId}`).expect(200)).body);
    const change = (title: string) =>
      instructor.put(`/api/courses/${courseId}/facts`).send({ ...was, title, was });
    await change('By a colleague').expect(200);
    const { body } = await change('By me').expect(409);
    expect(body).toMatchObject({ code: 'stale-version', data: { of: 'course' } });
    expect((await instructor.get(`/api/courses/${courseId}`)).body.title).toBe('By a colleague');
  });

  it('keeps its time zone as soon as something was handed in, since days late are counted by it', async () => {
    const { instructor, courseId } = await handedIn(server());
    const { body } = await instructor.get(`/api/courses/${courseId}`).expect(200);
    expect(body.zoneIsFree).toBe(false);
    const was = factsOf(body);
    const change = (other: Partial<Facts>) =>
      instructor.put(`/api/courses/${courseId}/facts`).send({ ...was, ...other, was });
    expect((await change({ timeZone: 'Asia/Tokyo' }).expect(409)).body).toMatchObject({
      code: 'in-use',
      data: { of: 'time-zone' },
    });
    expect((await change({ title: 'Renamed' }).expect(200)).body).toMatchObject({
      title: 'Renamed',
      timeZone: was.timeZone,
    });
  });

  it('says which field cannot be', async () => {
    const { instructor, courseId } = await classroom(server());
    const was = factsOf((await instructor.get(`/api/courses/${courseId}`).expect(200)).body);
    const { body } = await instructor
      .put(`/api/courses/${courseId}/facts`)
      .send({ title: ' ', timeZone: 'Berlin', language: 'de', was })
      .expect(400);
    expect(body.data.fields).toEqual([
      { path: 'title', message: 'course-title-missing' },
      { path: 'timeZone', message: 'time-zone-unknown' },
    ]);
  });
});

describe('making a course', () => {
  it('is no way to change one that is there', async () => {
    const s = server();
    const { courseId, instructorPerson, instructor } = await classroom(s);
    await s.context.db
      .updateTable('people')
      .set({ admin: 1 })
      .where('id', '=', instructorPerson.id)
      .execute();
    const before = factsOf((await instructor.get(`/api/courses/${courseId}`).expect(200)).body);
    const { body } = await instructor
      .put(`/api/courses/${courseId}`)
      .send({ title: 'Another', timeZone: 'Asia/Tokyo', language: 'ja' })
      .expect(200);
    expect(factsOf(body)).toEqual(before);
  });
});

describe('a course that is removed', () => {
  it('goes with its list, when it has no assignment; its people stay', async () => {
    const s = server();
    const studentPerson = await s.addPerson('Bilal', 'Okafor');
    const instructorPerson = await s.addPerson('Ruth', 'Mandel');
    const courseId = await s.addCourse([
      [studentPerson, 'student'],
      [instructorPerson, 'instructor'],
    ]);
    const instructor = await s.signedIn(instructorPerson);
    await instructor.delete(`/api/courses/${courseId}`).expect(200, { removed: true });
    await instructor.get(`/api/courses/${courseId}`).expect(404);
    expect((await instructor.get('/api/session').expect(200)).body.courses).toEqual([]);
    const people = await s.context.db.selectFrom('people').select('id').execute();
    expect(people.map(({ id }) => id)).toContain(studentPerson.id);
  });

  it('stays when it has an assignment, or letters to its people are under way', async () => {
    const s = server();
    const { instructor, courseId } = await classroom(s);
    expect((await instructor.delete(`/api/courses/${courseId}`).expect(409)).body.data.of).toBe('course');
    const person = await s.addPerson('Ruth', 'Mandel');
    const empty = await s.addCourse([[person, 'instructor']]);
    const errand = {
      ...{ id: randomUUID(), person_id: person.id, kind: 'mailing' as const, assignment_id: null },
      ...{ course_id: empty, form: null, why: null, done: 0, total: 1, asked_at: '2026-10-05T09:00:00.000Z' },
      ...{ ended_at: null, bytes: null, fetched: 0 },
    };
    await s.context.db
      .insertInto('errands')
      .values({ ...errand, state: 'working' })
      .execute();
    const agent = await s.signedIn(person);
    expect((await agent.delete(`/api/courses/${empty}`).expect(409)).body.data.of).toBe('course-mailing');
    await s.context.db.updateTable('errands').set({ state: 'ready' }).execute();
    await agent.delete(`/api/courses/${empty}`).expect(200);
  });
});
