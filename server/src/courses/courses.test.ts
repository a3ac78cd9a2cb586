import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { firstLink, hasAdmin, makeLink } from '../sessions/links.ts';
import { classroom, serverPerTest, type TestServer } from '../testServer.testing.ts';

const server = serverPerTest();

const PASSWORD = 'long enough for anybody';

/** The first administrator, signed in. */
async function administrator(s: TestServer) {
  const token = (await firstLink(s.context)) ?? '';
  const agent = s.nobody();
  await agent
    .post(`/api/links/${token}`)
    .send({ password: PASSWORD, person: { givenName: 'Ada', surname: 'Berg', email: 'ada@school.example' } })
    .expect(200);
  return agent;
}

async function course(s: TestServer) {
  const admin = await administrator(s);
  const id = randomUUID();
  const body = { title: 'Field Data', timeZone: 'Europe/Berlin', language: 'de' };
  await admin.put(`/api/courses/${id}`).send(body).expect(200);
  return { admin, id };
}

const line = (n: number, change: Record<string, unknown> = {}) => ({
  givenName: 'Kim',
  surname: `Okafor${n}`,
  email: `kim${n}@school.example`,
  role: 'student',
  fields: { station: `NE-${n}` },
  ...change,
});

describe('an empty server', () => {
  it('has one link for the first administrator; it works once, also when two open it together', async () => {
    const { context, nobody } = server();
    const token = await firstLink(context);
    const use = (email: string) =>
      nobody()
        .post(`/api/links/${token}`)
        .send({ password: PASSWORD, person: { givenName: '', surname: 'Berg', email } });
    expect((await nobody().get(`/api/links/${token}`).expect(200)).body.kind).toBe('first');
    const answers = await Promise.all([use('one@school.example'), use('two@school.example')]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 404]);
    expect(await context.db.selectFrom('people').select('admin').execute()).toEqual([{ admin: 1 }]);
    await nobody().get(`/api/links/${token}`).expect(404);
    // The next start has none.
    expect(await firstLink(context)).toBeNull();
  });
  it('gives each start another link, and the earlier one ends', async () => {
    const { context, nobody } = server();
    const before = await firstLink(context);
    const after = await firstLink(context);
    await nobody().get(`/api/links/${before}`).expect(404);
    await nobody().get(`/api/links/${after}`).expect(200);
    expect(await hasAdmin(context.db)).toBe(false);
  });
  it('lets nobody become the first administrator once there is one, however that one came', async () => {
    const { context, nobody, addPerson } = server();
    const token = await firstLink(context);
    const person = await addPerson();
    await context.db.updateTable('people').set({ admin: 1 }).where('id', '=', person.id).execute();
    await nobody()
      .post(`/api/links/${token}`)
      .send({ password: PASSWORD, person: { givenName: '', surname: 'Berg', email: 'one@school.example' } })
      .expect(404);
    expect(await context.db.selectFrom('people').select('admin').execute()).toEqual([{ admin: 1 }]);
  });
  it('says which field is wrong', async () => {
    const token = await firstLink(server().context);
    const { body } = await server()
      .nobody()
      .post(`/api/links/${token}`)
      .send({ password: 'short', person: { givenName: '', surname: 'x', email: 'a@b.example' } })
      .expect(400);
    expect(JSON.stringify(body.data)).toContain('password-short');
  });
});

describe('a class list', () => {
  it('says line by line what it would do, does it all, and the second time nothing', async () => {
    const { admin, id } = await course(server());
    const people = [line(1), line(2)];
    const tried = await admin.post(`/api/courses/${id}/people`).send({ people, dryRun: true }).expect(200);
    expect(tried.body).toEqual({
      lines: [
        { outcome: 'new', name: 'Kim Okafor1', changes: [] },
        { outcome: 'new', name: 'Kim Okafor2', changes: [] },
      ],
      entered: false,
    });
    const view = async () => (await admin.get(`/api/courses/${id}`).expect(200)).body;
    expect((await view()).people).toHaveLength(1);
    await admin.post(`/api/courses/${id}/people`).send({ people, dryRun: false }).expect(200);
    expect((await view()).people).toMatchObject([
      { surname: 'Berg', role: 'instructor', canSignIn: true },
      { surname: 'Okafor1', role: 'student', canSignIn: false, fields: { station: 'NE-1' } },
      { surname: 'Okafor2' },
    ]);
    const again = await admin
      .post(`/api/courses/${id}/people`)
      .send({ people: [line(1), line(2, { fields: { station: 'ZZ-0' } })], dryRun: false })
      .expect(200);
    expect(again.body.lines.map((one: { outcome: string }) => one.outcome)).toEqual(['same', 'changes']);
    expect((await view()).people[2].fields).toEqual({ station: 'ZZ-0' });
  });
  it('changes nothing where a person stands in it twice, whatever the case of the e-mail', async () => {
    const { admin, id } = await course(server());
    const { body } = await admin
      .post(`/api/courses/${id}/people`)
      .send({ people: [line(1), line(2, { email: 'KIM1@school.example' })], dryRun: false })
      .expect(200);
    expect(body).toMatchObject({ entered: false, lines: [{ outcome: 'new' }, { outcome: 'twice' }] });
    expect((await admin.get(`/api/courses/${id}`)).body.people).toHaveLength(1);
  });
  it('changes nobody where that is not wanted; a sort name stays where none is said', async () => {
    const { admin, id } = await course(server());
    const enter = async (people: object[], more = {}) =>
      (
        await admin
          .post(`/api/courses/${id}/people`)
          .send({ people, dryRun: false, ...more })
          .expect(200)
      ).body;
    const listed = async () =>
      (await admin.get(`/api/courses/${id}`)).body.people.map((one: { listed: string }) => one.listed);
    await enter([line(1, { sortName: 'Aaa, Kim' })]);
    const changed = line(1, { givenName: 'Tim', role: 'marker' });
    expect(await enter([changed, line(2)], { mayChange: false })).toMatchObject({
      entered: false,
      lines: [{ outcome: 'changes' }, { outcome: 'new' }],
    });
    expect(await listed()).toEqual(['Aaa, Kim', 'Berg, Ada']);
    expect((await enter([changed])).entered).toBe(true);
    expect(await listed()).toEqual(['Aaa, Kim', 'Berg, Ada']);
    expect((await enter([changed], { mayChange: false })).lines).toEqual([
      { outcome: 'same', name: 'Tim Okafor1', changes: [] },
    ]);
    // Only where it is said so it goes, and the language's custom holds again.
    expect((await enter([{ ...changed, sortName: null }])).lines).toMatchObject([{ outcome: 'changes' }]);
    expect(await listed()).toEqual(['Berg, Ada', 'Okafor1, Tim']);
    expect((await enter([{ ...changed, sortName: null }])).lines).toMatchObject([{ outcome: 'same' }]);
  });
  it('says of each line what it changes: name, role, sort name, columns; and of who is elsewhere no name', async () => {
    const s = server();
    const { admin, id } = await course(s);
    const elsewhere = await s.addPerson('Imre', 'Szalai');
    await s.addCourse([[elsewhere, 'student']]);
    const known = line(2, { email: elsewhere.email, fields: {} });
    const send = async (people: object[], dryRun: boolean) =>
      (await admin.post(`/api/courses/${id}/people`).send({ people, dryRun }).expect(200)).body.lines;
    await send([line(1), known], false);
    const changed = line(1, {
      ...{ givenName: 'Tim', role: 'marker', sortName: 'Aaa, Tim' },
      fields: { station: 'ZZ-0', team: 'A' },
    });
    const lines = await send([changed, { ...known, surname: 'Renamed', fields: { team: 'B' } }], true);
    expect(lines.map((one: { changes: object[] }) => one.changes)).toEqual([
      [
        { of: 'name', column: '', from: 'Kim Okafor1', to: 'Tim Okafor1' },
        { of: 'role', column: '', from: 'student', to: 'marker' },
        { of: 'sort-name', column: '', from: '', to: 'Aaa, Tim' },
        { of: 'column', column: 'station', from: 'NE-1', to: 'ZZ-0' },
        { of: 'column', column: 'team', from: '', to: 'A' },
      ],
      [{ of: 'column', column: 'team', from: '', to: 'B' }],
    ]);
  });
  it('of a list without roles changes nobody’s role, also not one’s own, and takes who is new for students', async () => {
    const { admin, id } = await course(server());
    const send = async (people: object[]) =>
      (await admin.post(`/api/courses/${id}/people`).send({ people, dryRun: false }).expect(200)).body;
    await send([line(1, { role: 'marker' })]);
    const own = { givenName: 'Ada', surname: 'Berg', email: 'ada@school.example' };
    const { lines, entered } = await send([own, line(1, { role: undefined }), line(2, { role: undefined })]);
    expect(entered).toBe(true);
    expect(lines.map((one: { outcome: string }) => one.outcome)).toEqual(['same', 'same', 'new']);
    expect((await admin.get(`/api/courses/${id}`)).body.people).toMatchObject([
      { surname: 'Berg', role: 'instructor' },
      { surname: 'Okafor1', role: 'marker' },
      { surname: 'Okafor2', role: 'student' },
    ]);
  });
  it('enters nothing where a line has become another thing since it was looked at, but what is there already', async () => {
    const { admin, id } = await course(server());
    const send = async (people: object[], more: object) =>
      (
        await admin
          .post(`/api/courses/${id}/people`)
          .send({ people, dryRun: false, ...more })
          .expect(200)
      ).body;
    const looked = ['new', 'new'];
    // A colleague brings one of them in with another role.
    await send([line(1, { role: 'marker' })], {});
    const refused = await send([line(1), line(2)], { looked });
    expect(refused).toMatchObject({ entered: false, lines: [{ outcome: 'changes' }, { outcome: 'new' }] });
    expect((await admin.get(`/api/courses/${id}`)).body.people).toHaveLength(2);
    // Looked at again it is entered; and once more, after an answer that was lost.
    for (const _ of ['once', 'again'])
      expect((await send([line(1), line(2)], { looked: ['changes', 'new'] })).entered).toBe(true);
    expect((await admin.get(`/api/courses/${id}`)).body.people).toHaveLength(3);
  });
  it('takes nobody’s name and nobody’s own role away', async () => {
    const s = server();
    const { admin, id } = await course(s);
    const elsewhere = await s.addPerson('Imre', 'Szalai');
    await s.addCourse([[elsewhere, 'student']]);
    const { body } = await admin
      .post(`/api/courses/${id}/people`)
      .send({
        people: [line(1, { email: elsewhere.email, surname: 'Renamed' })],
        dryRun: false,
      })
      .expect(200);
    expect(body.lines[0]).toEqual({ outcome: 'joins', name: 'Imre Szalai', changes: [] });
    await admin
      .post(`/api/courses/${id}/people`)
      .send({ people: [line(1, { email: elsewhere.email, surname: 'Renamed' })], dryRun: false })
      .expect(200);
    expect((await admin.get(`/api/courses/${id}`)).body.people).toMatchObject([{}, { surname: 'Szalai' }]);
    const own = await admin
      .post(`/api/courses/${id}/people`)
      .send({ people: [line(1, { email: 'ada@school.example', role: 'student' })], dryRun: false })
      .expect(200);
    expect(own.body).toMatchObject({ entered: false, lines: [{ outcome: 'own-role' }] });
  });
  it('of 300 is entered at once', async () => {
    const { admin, id } = await course(server());
    const people = Array.from({ length: 300 }, (_, n) => line(n));
    await admin.post(`/api/courses/${id}/people`).send({ people, dryRun: false }).expect(200);
    expect((await admin.get(`/api/courses/${id}`)).body.people).toHaveLength(301);
  });
  it('lets somebody leave; what they handed in stays, and who manages the course does not take themselves out', async () => {
    const { admin, id } = await course(server());
    await admin.post(`/api/courses/${id}/people`).send({ people: [line(1)], dryRun: false });
    const [self, other] = (await admin.get(`/api/courses/${id}`)).body.people;
    await admin.delete(`/api/courses/${id}/people/${self.id}`).expect(409);
    expect(
      (await admin.delete(`/api/courses/${id}/people/${other.id}`).expect(200)).body.people,
    ).toHaveLength(1);
    await admin.delete(`/api/courses/${id}/people/${other.id}`).expect(404);
  });
});

describe('sign-in links', () => {
  it('set a password once and sign in; nobody without a password signs in before', async () => {
    const s = server();
    const { admin, id } = await course(s);
    await admin.post(`/api/courses/${id}/people`).send({ people: [line(1)], dryRun: false });
    const student = (await admin.get(`/api/courses/${id}`)).body.people[1];
    for (const password of ['x', ' '])
      await s.nobody().post('/api/session').send({ email: student.email, password }).expect(401);
    const [link] = (
      await admin
        .post(`/api/courses/${id}/links`)
        .send({ id: randomUUID(), personIds: [student.id], byMail: false })
        .expect(200)
    ).body.links;
    const token = link.href.split('/').at(-1);
    const agent = s.nobody();
    expect((await agent.get(`/api/links/${token}`).expect(200)).body).toEqual({
      kind: 'person',
      name: 'Kim Okafor1',
      email: student.email,
    });
    await agent.post(`/api/links/${token}`).send({ password: PASSWORD }).expect(200);
    expect((await agent.get('/api/session').expect(200)).body.courses).toMatchObject([
      { id, role: 'student' },
    ]);
    await s.nobody().post(`/api/links/${token}`).send({ password: 'another long one' }).expect(404);
    await s.nobody().post('/api/session').send({ email: student.email, password: PASSWORD }).expect(200);
  });
  it('end together: who has set a password cannot have it set again by another link that was made before', async () => {
    const s = server();
    const { admin, id } = await course(s);
    await admin.post(`/api/courses/${id}/people`).send({ people: [line(1)], dryRun: false });
    const student = (await admin.get(`/api/courses/${id}`)).body.people[1];
    const make = async () =>
      (
        await admin
          .post(`/api/courses/${id}/links`)
          .send({ id: randomUUID(), personIds: [student.id], byMail: false })
          .expect(200)
      ).body.links[0].href
        .split('/')
        .at(-1);
    const [first, second, third] = [await make(), await make(), await make()];
    const agent = s.nobody();
    await agent.post(`/api/links/${first}`).send({ password: PASSWORD }).expect(200);
    await s.nobody().post(`/api/links/${second}`).send({ password: 'somebody else’s' }).expect(404);
    await s.nobody().get(`/api/links/${third}`).expect(404);
    await agent.get('/api/session').expect(200);
  });
  it('end after two weeks', async () => {
    const s = server();
    const person = await s.addPerson();
    const { token } = await makeLink(s.context.db, s.context.now, person.id, null);
    s.setNow('2026-11-20T10:00:01.000Z');
    await s.nobody().get(`/api/links/${token}`).expect(404);
  });
  it('for who has a password are an administrator’s only', async () => {
    const s = server();
    const [teacher, student] = [await s.addPerson(), await s.addPerson()];
    const courseId = await s.addCourse([
      [teacher, 'instructor'],
      [student, 'student'],
    ]);
    const instructor = await s.signedIn(teacher);
    const ask = () =>
      instructor
        .post(`/api/courses/${courseId}/links`)
        .send({ id: randomUUID(), personIds: [student.id], byMail: false });
    await ask().expect(403);
    await s.context.db.updateTable('people').set({ admin: 1 }).where('id', '=', teacher.id).execute();
    await ask().expect(200);
  });
  it('and another password end every other session of the person', async () => {
    const s = server();
    const person = await s.addPerson();
    const [here, there] = [await s.signedIn(person), await s.signedIn(person)];
    await here.put('/api/session/password').send({ before: 'wrong', password: PASSWORD }).expect(401);
    await here.put('/api/session/password').send({ before: 'correct horse', password: PASSWORD }).expect(200);
    await here.get('/api/session').expect(200);
    await there.get('/api/session').expect(401);
  });
});

describe('a course for another term', () => {
  const copyOf = (days: number) => ({ id: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b77', title: 'Next year', days });
  it('has the assignments as drafts, a wall time staying what it was, and the staff; no students', async () => {
    const room = await classroom(server());
    const order = copyOf(210);
    const { body } = await room.instructor
      .post(`/api/courses/${room.courseId}/copies`)
      .send(order)
      .expect(200);
    // 1 November at 07:00 in Berlin is winter time, 30 May is summer time.
    expect(body.assignments).toMatchObject([
      {
        title: 'Rating curve',
        stage: 'draft',
        opensAt: '2027-05-30T05:00:00.000Z',
        dueAt: '2027-06-08T15:00:00.000Z',
      },
    ]);
    expect(body.people.map((one: { id: string }) => one.id)).toEqual([room.instructorPerson.id]);
    await room.student.get(`/api/assignments/${body.assignments[0].id}`).expect(404);
    // Asked again after a lost answer, or twice at once.
    const again = () => room.instructor.post(`/api/courses/${room.courseId}/copies`).send(order).expect(200);
    await Promise.all([again(), again()]);
    const { assignments } = (await room.instructor.get(`/api/courses/${order.id}`).expect(200)).body;
    expect(assignments).toHaveLength(1);
  });
  it('is nobody’s to make who does not manage it, and no way into another course', async () => {
    const room = await classroom(server());
    await room.student.post(`/api/courses/${room.courseId}/copies`).send(copyOf(7)).expect(403);
    const { body } = await room.instructor
      .post(`/api/courses/${room.courseId}/copies`)
      .send({ ...copyOf(7), id: room.courseId })
      .expect(409);
    expect(body.code).toBe('already-exists');
    const foreign = await classroom(server());
    const { title } = (await foreign.instructor.get(`/api/courses/${foreign.courseId}`).expect(200)).body;
    await room.instructor
      .post(`/api/courses/${room.courseId}/copies`)
      .send({ ...copyOf(7), id: foreign.courseId, title })
      .expect(409);
  });
});
