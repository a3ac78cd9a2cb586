import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type ArchiveErrand, ERRAND_HOURS, type Errand, type MailingErrand } from '@nachweis/contract';
import JSZip from 'jszip';
import type { Agent } from 'supertest';
import { describe, expect, it } from 'vitest';
import { fetchBytes } from '../files/fetchBytes.testing.ts';
import { createJobQueue } from '../jobs/jobQueue.ts';
import { mailServerPerTest } from '../mail/mailServer.testing.ts';
import { classroom, handedIn, serverPerTest, type TestServer } from '../testServer.testing.ts';
import { archiveHandler } from './archiveJob.ts';
import { mailingHandler } from './mailingJob.ts';
import { clearResults, resultPath } from './results.ts';

const server = serverPerTest();
const mail = mailServerPerTest(server);

const list = async (agent: Agent): Promise<Errand[]> => (await agent.get('/api/errands').expect(200)).body;
const order = async (agent: Agent, assignmentId: string, form = 'zip'): Promise<ArchiveErrand> =>
  (await agent.post(`/api/assignments/${assignmentId}/archives`).send({ form }).expect(200)).body;

/** Jobs stay where they are until they are worked on by hand. */
async function holdJobs({ context }: TestServer): Promise<void> {
  await context.jobs.idle();
  context.jobs.wake = () => {};
}
const workOn = (
  s: TestServer,
  id: string,
  kind: 'archive' | 'mailing' = 'archive',
  signal = new AbortController().signal,
  tries = 1,
) =>
  (kind === 'archive' ? archiveHandler : mailingHandler)(s.context).work(
    { ...{ id: 1, kind, subject: id, version: 1, owner: '', tries } },
    signal,
  );

describe('a class’s hand-ins in one file', () => {
  it('are made without whoever asked, wait for them, and are the same as what is fetched at once', async () => {
    const s = server();
    const room = await handedIn(s);
    const { id, state } = await order(room.instructor, room.assignment.id);
    expect(state).toBe('waiting');
    await s.context.jobs.idle();
    const [made] = (await list(room.instructor)) as ArchiveErrand[];
    expect(made).toMatchObject({ id, state: 'ready', done: 1, total: 1, fetched: false });
    expect(made?.waitsUntil).toBe('2026-11-06T10:00:00.000Z');
    const { body, headers } = await fetchBytes(room.instructor, made?.href ?? '').expect(200);
    expect(body.length).toBe(made?.bytes);
    expect(headers['content-disposition']).toContain('Rating');
    const atOnce = await fetchBytes(room.instructor, `/archives/assignment/${room.assignment.id}.zip`);
    const [one, other] = [await JSZip.loadAsync(body), await JSZip.loadAsync(atOnce.body)];
    expect(Object.keys(one.files).length).toBeGreaterThan(1);
    expect(Object.keys(one.files)).toEqual(Object.keys(other.files));
    for (const name of Object.keys(one.files))
      expect(await one.files[name]?.async('base64')).toBe(await other.files[name]?.async('base64'));
    expect((await list(room.instructor))[0]).toMatchObject({ fetched: true });
  });

  it.each(['pdf', 'docx.zip', 'odt.zip', 'page.zip', 'bag.zip'])('come as %s', async (form) => {
    const s = server();
    const room = await handedIn(s);
    await order(room.instructor, room.assignment.id, form);
    await s.context.jobs.idle();
    const [made] = (await list(room.instructor)) as ArchiveErrand[];
    const { body } = await fetchBytes(room.instructor, made?.href ?? '').expect(200);
    expect(body.subarray(0, 2).toString()).toBe(form === 'pdf' ? '%P' : 'PK');
  });

  it('are fetched in parts, so that a cut line goes on where it was (RFC 9110, 14.2)', async () => {
    const s = server();
    const room = await handedIn(s);
    await order(room.instructor, room.assignment.id);
    await s.context.jobs.idle();
    const [made] = (await list(room.instructor)) as ArchiveErrand[];
    const whole = (await fetchBytes(room.instructor, made?.href ?? '')).body as Buffer;
    const part = await fetchBytes(room.instructor, made?.href ?? '')
      .set('Range', 'bytes=10-19')
      .expect(206);
    expect(part.body.equals(whole.subarray(10, 20))).toBe(true);
  });

  it('are made once, however often they are asked for meanwhile; a later one takes the place of the earlier', async () => {
    const s = server();
    const room = await handedIn(s);
    const wake = s.context.jobs.wake;
    await holdJobs(s);
    const [first, again] = await Promise.all([
      order(room.instructor, room.assignment.id),
      order(room.instructor, room.assignment.id),
    ]);
    expect(again.id).toBe(first.id);
    s.context.jobs.wake = wake;
    wake();
    await s.context.jobs.idle();
    const later = await order(room.instructor, room.assignment.id);
    expect(later.id).not.toBe(first.id);
    await s.context.jobs.idle();
    expect((await list(room.instructor)).map(({ id }) => id)).toEqual([later.id]);
    expect(readdirSync(join(s.context.settings.dataFolder, 'results'))).toEqual([later.id]);
  });

  it('are stopped: nothing is left, whether it waited or was being made', async () => {
    const s = server();
    const room = await handedIn(s);
    await holdJobs(s);
    const { id } = await order(room.instructor, room.assignment.id);
    await room.instructor.delete(`/api/errands/${id}`).expect(204);
    await workOn(s, id);
    expect(await list(room.instructor)).toMatchObject([{ id, state: 'stopped' }]);
    // Stopped at the moment in which its first picture is read.
    const second = await order(room.instructor, room.assignment.id);
    const { stream } = s.context.blobs;
    s.context.blobs.stream = async (...args) => {
      await room.instructor.delete(`/api/errands/${second.id}`).expect(204);
      return stream(...args);
    };
    await workOn(s, second.id);
    expect((await list(room.instructor)).map(({ state }) => state)).toEqual(['stopped', 'stopped']);
    expect(readdirSync(join(s.context.settings.dataFolder, 'results'))).toEqual([]);
    await room.instructor.delete(`/api/errands/${id}`).expect(204);
    await room.instructor.delete(`/api/errands/${second.id}`).expect(204);
    expect(await list(room.instructor)).toEqual([]);
  });

  it('are made anew where the server stopped in the middle of them', async () => {
    const s = server();
    const room = await handedIn(s);
    await holdJobs(s);
    const { id } = await order(room.instructor, room.assignment.id);
    const stopping = new AbortController();
    const { stream } = s.context.blobs;
    s.context.blobs.stream = (...args) => {
      stopping.abort(new Error('The server is stopping.'));
      return stream(...args);
    };
    await expect(workOn(s, id, 'archive', stopping.signal)).rejects.toThrow('The server is stopping.');
    s.context.blobs.stream = stream;
    expect(await list(room.instructor)).toMatchObject([{ id, state: 'working' }]);
    const next = createJobQueue(s.context.db, s.context.log, s.context.now);
    const nothing = { version: 1, work: async () => {} };
    const handlers = { seal: nothing, render: nothing, inspect: nothing, read: nothing, mailing: nothing };
    await next.start({ ...handlers, archive: archiveHandler(s.context) });
    await next.idle();
    await next.stop();
    expect(await list(room.instructor)).toMatchObject([{ id, state: 'ready' }]);
  });

  it('say that the disk is full, and leave nothing on it', async () => {
    const s = server();
    const room = await handedIn(s);
    await holdJobs(s);
    const { id } = await order(room.instructor, room.assignment.id);
    s.context.blobs.stream = async () => {
      throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
    };
    await workOn(s, id);
    expect(await list(room.instructor)).toMatchObject([{ state: 'failed', why: 'disk-full' }]);
    expect(readdirSync(join(s.context.settings.dataFolder, 'results'))).toEqual([]);
  });

  it('are whole but for a picture that is missing on the disk, which is said in its place', async () => {
    const s = server();
    const room = await handedIn(s);
    await s.context.jobs.idle();
    const { file_sha256 } = await s.context.db
      .selectFrom('hand_in_items')
      .select('file_sha256')
      .executeTakeFirstOrThrow();
    await s.context.blobs.remove(file_sha256 ?? '');
    await order(room.instructor, room.assignment.id);
    await s.context.jobs.idle();
    const [made] = (await list(room.instructor)) as ArchiveErrand[];
    const zip = await JSZip.loadAsync((await fetchBytes(room.instructor, made?.href ?? '').expect(200)).body);
    const names = Object.keys(zip.files);
    const [told = ''] = names.filter((name) => name.endsWith('.missing.txt'));
    expect(await zip.files[told]?.async('string')).toContain('missing on the disk');
    expect(names.some((name) => name.endsWith('-receipt.jws'))).toBe(true);
  });

  it('are for whoever asked for them alone, and no longer once that person may not see the class', async () => {
    const s = server();
    const room = await handedIn(s);
    const colleague = await s.addPerson();
    await s.context.db
      .insertInto('members')
      .values({ course_id: room.courseId, person_id: colleague.id, role: 'instructor' })
      .execute();
    const agent = await s.signedIn(colleague);
    await room.student
      .post(`/api/assignments/${room.assignment.id}/archives`)
      .send({ form: 'zip' })
      .expect(403);
    const waits = await order(agent, room.assignment.id);
    await s.context.jobs.idle();
    const [made] = (await list(agent)) as ArchiveErrand[];
    const href = made?.href ?? '';
    await s.nobody().get(href).expect(401);
    await room.instructor.get(href).expect(404);
    await room.instructor.delete(`/api/errands/${waits.id}`).expect(404);
    expect(await list(room.instructor)).toEqual([]);
    await agent.get(href.replace('.zip', '.pdf')).expect(404);
    await agent.get(`/archives/made/${randomUUID()}.zip`).expect(404);
    await holdJobs(s);
    const next = await order(agent, room.assignment.id, 'page.zip');
    await s.context.db.deleteFrom('members').where('person_id', '=', colleague.id).execute();
    await agent.get(href).expect(404);
    await workOn(s, next.id);
    expect((await list(agent))[0]).toMatchObject({ state: 'failed', why: 'not-seen' });
  });

  it('are not made as long as names are kept back, nor given out when they come to be', async () => {
    const s = server();
    const room = await handedIn(s, { anonymous: true });
    const path = `/api/assignments/${room.assignment.id}/archives`;
    const { body } = await room.instructor.post(path).send({ form: 'zip' }).expect(409);
    expect(body.code).toBe('veiled');
  });

  it('are gone after their time, the file too, and so is one that nothing speaks of', async () => {
    const s = server();
    const room = await handedIn(s);
    const { id } = await order(room.instructor, room.assignment.id);
    await s.context.jobs.idle();
    const [made] = (await list(room.instructor)) as ArchiveErrand[];
    await clearResults(s.context);
    expect(existsSync(resultPath(s.context, id))).toBe(true);
    expect(await list(room.instructor)).toHaveLength(1);
    s.setNow(new Date(Date.parse('2026-11-05T10:00:00Z') + ERRAND_HOURS * 3_600_000).toISOString());
    expect(await list(room.instructor)).toEqual([]);
    await room.instructor.get(made?.href ?? '').expect(404);
    await clearResults(s.context);
    expect(existsSync(resultPath(s.context, id))).toBe(false);
    expect(await s.context.db.selectFrom('errands').selectAll().execute()).toEqual([]);
  });

  it('that is still to be made, or being made, outlives the round in which old ones go', async () => {
    const s = server();
    const room = await handedIn(s);
    await holdJobs(s);
    const { id } = await order(room.instructor, room.assignment.id);
    await clearResults(s.context);
    expect(await list(room.instructor)).toMatchObject([{ id, state: 'waiting' }]);
    await s.context.db.updateTable('errands').set({ state: 'working' }).execute();
    await clearResults(s.context);
    await workOn(s, id);
    expect(await list(room.instructor)).toMatchObject([{ id, state: 'ready' }]);
    // What a backup has no file of is gone.
    rmSync(resultPath(s.context, id));
    await clearResults(s.context);
    expect(await list(room.instructor)).toEqual([]);
  });
});

describe('sign-in links by mail', () => {
  /** A course with so many people who have no password yet. */
  async function newcomers(s: TestServer, count: number) {
    const room = await classroom(s);
    const people = Array.from({ length: count }, (_, index) => ({
      ...{ givenName: 'Kim', surname: `Lee${index}`, email: `kim${index}@school.example`, role: 'student' },
    }));
    await room.instructor
      .post(`/api/courses/${room.courseId}/people`)
      .send({ people, dryRun: false })
      .expect(200);
    const { body: course } = await room.instructor.get(`/api/courses/${room.courseId}`).expect(200);
    const ids = course.people
      .filter((one: { email: string }) => one.email.startsWith('kim'))
      .map((one: { id: string }) => one.id);
    const make = async ({ id = randomUUID() as string, byMail = true } = {}) =>
      (
        await room.instructor
          .post(`/api/courses/${room.courseId}/links`)
          .send({ id, personIds: ids, byMail })
          .expect(200)
      ).body;
    return { room, ids, make };
  }
  const linkIn = (text = '') => /\/welcome\/[\w-]+/.exec(text)?.[0].replace('/welcome/', '/api/links/') ?? '';

  it('are not sent by a server that sends no mail; the links are there to be handed out', async () => {
    const { make } = await newcomers(server(), 2);
    const { links, mailing } = await make();
    expect(links).toHaveLength(2);
    expect(mailing).toBeNull();
  });

  it('go one to each, are told of one by one, and what is in them works', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 3);
    mail().sending(s);
    const { mailing } = await make();
    expect(mailing).toMatchObject({ kind: 'mailing', total: 3, done: 0 });
    await s.context.jobs.idle();
    expect(await list(room.instructor)).toMatchObject([
      { id: mailing.id, state: 'ready', done: 3, refused: [] },
    ]);
    expect(
      mail()
        .letters.map(({ to }) => (Array.isArray(to) ? '' : to?.text))
        .sort(),
    ).toEqual([0, 1, 2].map((index) => `"Kim Lee${index}" <kim${index}@school.example>`));
    const { body } = await s.nobody().get(linkIn(mail().letters[0]?.text)).expect(200);
    expect(body).toMatchObject({ kind: 'person' });
  });

  it('go out once where they are asked for again, as after a lost answer, and not where they are not asked for', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 2);
    mail().sending(s);
    await holdJobs(s);
    expect((await make({ byMail: false })).mailing).toBeNull();
    const id = randomUUID();
    const [first, again] = [await make({ id }), await make({ id })];
    expect([first.mailing.id, again.mailing.id]).toEqual([id, id]);
    // What was shown is kept nowhere, so that it is made anew.
    expect(again.links[0].href).not.toBe(first.links[0].href);
    await workOn(s, id, 'mailing');
    expect(mail().letters).toHaveLength(2);
    expect(await list(room.instructor)).toHaveLength(1);
  });

  it('name whom the mail server refuses, and reach the others', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 3);
    mail().sending(s);
    mail().refuses = (address) => (address === 'kim1@school.example' ? 550 : null);
    await make();
    await s.context.jobs.idle();
    expect(await list(room.instructor)).toMatchObject([{ state: 'ready', done: 3, refused: ['Kim Lee1'] }]);
    expect(mail().letters).toHaveLength(2);
  });

  it('reach everybody else where one mailbox puts its letter off, and name whose did so to the end', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 4);
    mail().sending(s);
    await holdJobs(s);
    const { mailing } = (await make()) as { mailing: MailingErrand };
    // RFC 5321, 4.2.3: 450, the mailbox is busy or asks to wait; 452, it is full.
    const busy = new Map([
      ['kim0@school.example', 450],
      ['kim2@school.example', 452],
    ]);
    mail().refuses = (address) => busy.get(address) ?? null;
    const { signal } = new AbortController();
    await expect(workOn(s, mailing.id, 'mailing', signal, 4)).rejects.toThrow('2 of 4');
    expect(await list(room.instructor)).toMatchObject([{ state: 'working', done: 2, refused: [] }]);
    busy.delete('kim0@school.example');
    await workOn(s, mailing.id, 'mailing', signal, 5);
    expect(await list(room.instructor)).toMatchObject([{ state: 'ready', done: 4, refused: ['Kim Lee2'] }]);
    expect(mail().letters).toHaveLength(3);
    // One by hand for each, and one in each letter: what nobody was sent opens nothing.
    expect(await s.context.db.selectFrom('sign_in_links').select('person_id').execute()).toHaveLength(4 + 3);
  });

  it('are not sent to who has left the course before their letter', async () => {
    const s = server();
    const { room, ids, make } = await newcomers(s, 2);
    mail().sending(s);
    await holdJobs(s);
    const { mailing } = (await make()) as { mailing: MailingErrand };
    await room.instructor.delete(`/api/courses/${room.courseId}/people/${ids[0]}`).expect(200);
    await workOn(s, mailing.id, 'mailing');
    expect(await list(room.instructor)).toMatchObject([
      { state: 'ready', done: 2, refused: [], left: ['Kim Lee0'], hasPassword: [] },
    ]);
    expect(mail().letters.map(({ to }) => (Array.isArray(to) ? '' : to?.text))).toEqual([
      expect.stringContaining('kim1@school.example'),
    ]);
  });

  it('are not sent to who has chosen a password before their letter, where no administrator asked', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 2);
    mail().sending(s);
    await holdJobs(s);
    const { links, mailing } = (await make()) as { links: { href: string }[]; mailing: MailingErrand };
    const token = links[0]?.href.split('/').at(-1);
    await s.nobody().post(`/api/links/${token}`).send({ password: 'a-long-password' }).expect(200);
    await workOn(s, mailing.id, 'mailing');
    expect(await list(room.instructor)).toMatchObject([
      { state: 'ready', done: 2, refused: [], left: [], hasPassword: [expect.stringMatching(/^Kim Lee/)] },
    ]);
    expect(mail().letters).toHaveLength(1);
  });

  it('go on with the rest after a stop of the server, and reach nobody twice', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 3);
    const context = mail().sending(s);
    await holdJobs(s);
    const { mailing } = (await make()) as { mailing: MailingErrand };
    const stopping = new AbortController();
    const { send } = context.post;
    context.post.send = (letter) => {
      stopping.abort(new Error('The server is stopping.'));
      return send(letter);
    };
    await expect(workOn(s, mailing.id, 'mailing', stopping.signal)).rejects.toThrow();
    expect(await list(room.instructor)).toMatchObject([{ state: 'working', done: 1 }]);
    context.post.send = send;
    await workOn(s, mailing.id, 'mailing');
    expect(await list(room.instructor)).toMatchObject([{ state: 'ready', done: 3 }]);
    const reached = mail().letters.map(({ to }) => (Array.isArray(to) ? '' : to?.text));
    expect(new Set(reached).size).toBe(3);
    expect(reached).toHaveLength(3);
  });

  it('stop between two letters where they are stopped, and say how many had gone out', async () => {
    const s = server();
    const { room, make } = await newcomers(s, 3);
    const context = mail().sending(s);
    await holdJobs(s);
    const { mailing } = (await make()) as { mailing: MailingErrand };
    const { send } = context.post;
    context.post.send = async (letter) => {
      await send(letter);
      if (mail().letters.length === 2) await room.instructor.delete(`/api/errands/${mailing.id}`).expect(204);
    };
    await workOn(s, mailing.id, 'mailing');
    expect(mail().letters).toHaveLength(2);
    expect(await list(room.instructor)).toMatchObject([{ state: 'stopped', done: 2, total: 3 }]);
  });

  it.each([
    ['mail-away', { code: 'ECONNREFUSED' }],
    ['mail-away', { responseCode: 421 }],
    // Its password is wrong: that is for whoever runs the server.
    ['broken', { code: 'EAUTH', responseCode: 535 }],
    ['broken', {}],
  ])('say after the last try that it is %s where the letter met %o', async (why, met) => {
    const s = server();
    const { room, make } = await newcomers(s, 1);
    const context = mail().sending(s);
    await holdJobs(s);
    const { mailing } = (await make()) as { mailing: MailingErrand };
    const error = Object.assign(new Error('refused'), met);
    context.post.send = () => Promise.reject(error);
    await expect(workOn(s, mailing.id, 'mailing')).rejects.toThrow('refused');
    const job = { id: 1, kind: 'mailing', subject: mailing.id, version: 1, owner: '', tries: 5 } as const;
    await mailingHandler(context).giveUp?.(job, error);
    expect(await list(room.instructor)).toMatchObject([{ state: 'failed', why, done: 0 }]);
  });
});
