import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type LiveKind, liveHref, PAGE_HEADER } from '@nachweis/contract';
import express from 'express';
import { afterEach, describe, expect, it } from 'vitest';
import {
  giveVerdicts,
  handedIn,
  handIn,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';
import { liveRoute } from './liveRoute.ts';
import { tellOfTime } from './tellOfTime.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;
type Agent = Room['instructor'];

const undo: Array<() => void> = [];
afterEach(() => {
  for (const step of undo.splice(0)) step();
});

/** The real route over a real connection; what is told is read as it comes. */
async function watch(agent: Agent, address: string, id: string, kind: LiveKind = 'hand-ins') {
  const stop = new AbortController();
  undo.push(() => stop.abort());
  const cookie = agent.jar.getCookies({
    domain: '127.0.0.1',
    path: '/',
    secure: false,
    script: false,
  } as never);
  const answer = await fetch(address + liveHref(kind, id), {
    headers: { Cookie: cookie.toValueString() },
    signal: stop.signal,
  });
  let text = '';
  const reader = answer.body?.getReader();
  void (async () => {
    for (;;) {
      const part = await reader?.read().catch(() => ({ done: true, value: undefined }));
      if (!part || part.done) return;
      text += new TextDecoder().decode(part.value);
    }
  })();
  return {
    status: answer.status,
    type: answer.headers.get('content-type'),
    stop: () => stop.abort(),
    hears: (wanted: string | RegExp) => expect.poll(() => text, { timeout: 5000 }).toMatch(wanted),
    text: () => text,
  };
}

async function listening(app: RequestListener = server().app): Promise<string> {
  const http = createServer(app);
  await new Promise<void>((resolve) => http.listen(0, '127.0.0.1', resolve));
  undo.push(() => {
    http.closeAllConnections();
    http.close();
  });
  return `http://127.0.0.1:${(http.address() as AddressInfo).port}`;
}

describe('a hand-in that is judged', () => {
  it('has nobody before it who left while the server still looked up what it is', async () => {
    const room = await handedIn(server());
    const { context } = server();
    const app = express();
    let left = false;
    const lookedUp = new Promise<void>((resolve) => {
      const route = liveRoute(context, async () => {
        await expect.poll(() => left).toBe(true);
        return { personId: room.instructorPerson.id };
      });
      app.get('/live/:kind/:id', (req, res) => {
        res.once('close', () => {
          left = true;
        });
        void route(req, res).then(resolve);
      });
    });
    const address = await listening(app);
    const stop = new AbortController();
    const opened = fetch(address + liveHref('hand-ins', room.handInId), { signal: stop.signal });
    setTimeout(() => stop.abort(), 50);
    await expect(opened).rejects.toThrow();
    await lookedUp;
    expect(context.live.anybody()).toBe(false);
  });

  it('tells everybody who has it before them of a change, and who else is there', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
    const address = await listening();
    const ruth = await watch(room.instructor, address, room.handInId);
    expect([ruth.status, ruth.type]).toEqual([200, 'text/event-stream; charset=utf-8']);
    const otto = await watch(other, address, room.handInId);
    await ruth.hears(/present.*Ruth Mandel.*present.*Otto Quist/s);
    other.set(PAGE_HEADER, 'a-page-of-otto');
    await giveVerdicts(other, room.handInId, { [room.exponent]: 'shown' });
    // A page of the same person on another device is not the one that did it.
    await ruth.hears('event: changed\ndata: {"page":"a-page-of-otto"}');
    other.set(PAGE_HEADER, 'x'.repeat(41));
    await giveVerdicts(other, room.handInId, { [room.axes]: 'shown' });
    await ruth.hears('event: changed\ndata: {"page":null}');
    // What it is is not told: whoever may read it reads it.
    expect(ruth.text()).not.toContain('shown');
    const before = ruth.text().length;
    otto.stop();
    await expect.poll(() => ruth.text().slice(before)).toMatch(/present\ndata: \[{[^}]*Ruth Mandel"}\]/);
  });
  it('hears of a newer attempt, and of nothing that a student only prepares', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const address = await listening();
    const ruth = await watch(room.instructor, address, room.handInId);
    await ruth.hears('present');
    const { draft } = await replaceEvidence(room.student, room.assignment);
    expect(ruth.text()).not.toContain('changed');
    await handIn(room.student, room.assignment.id, draft.version);
    await ruth.hears('event: changed');
  });
  it('is heard of where all of its assignment or its course is on the screen, and not elsewhere', async () => {
    const room = await handedIn(server());
    const { agent: other } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
    const elsewhere = await server().addCourse([[room.instructorPerson, 'instructor']]);
    const address = await listening();
    const list = await watch(room.instructor, address, room.assignment.id, 'assignments');
    const ledger = await watch(room.instructor, address, room.courseId, 'courses');
    const another = await watch(room.instructor, address, elsewhere, 'courses');
    expect([list.status, ledger.status, another.status]).toEqual([200, 200, 200]);
    await giveVerdicts(other, room.handInId, { [room.exponent]: 'shown' });
    await list.hears('event: changed');
    await ledger.hears('event: changed');
    expect(another.text()).toBe('');
  });
  it('is told of what nobody does at that moment: a release that was set for a time, and sealing', async () => {
    const room = await handedIn(server());
    await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    await room.instructor
      .post(`/api/hand-ins/${room.handInId}/release`)
      .send({ at: '2026-11-05T12:00:00Z' })
      .expect((r) => expect(r.status, JSON.stringify(r.body)).toBeLessThan(300));
    const address = await listening();
    const list = await watch(room.instructor, address, room.assignment.id, 'assignments');
    const ledger = await watch(room.instructor, address, room.courseId, 'courses');
    const { context } = server();
    await tellOfTime(context, '2026-11-05T11:59:57.000Z', '2026-11-05T11:59:59.000Z');
    await tellOfTime(context, '2026-11-05T12:00:01.000Z', '2026-11-05T12:00:03.000Z');
    expect(list.text()).toBe('');
    await tellOfTime(context, '2026-11-05T11:59:59.000Z', '2026-11-05T12:00:01.000Z');
    await list.hears('event: changed\ndata: {"page":null}');
    await ledger.hears('event: changed');
    const { sealed_at } = await context.db
      .selectFrom('hand_ins')
      .select('sealed_at')
      .where('id', '=', room.handInId)
      .executeTakeFirstOrThrow();
    const before = list.text().length;
    await tellOfTime(context, '2026-11-05T00:00:00.000Z', sealed_at ?? '');
    await expect.poll(() => list.text().slice(before)).toContain('event: changed');
  });
  it('says of students only that there was something: who it was may be hidden', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    const address = await listening();
    const list = await watch(room.instructor, address, room.assignment.id, 'assignments');
    const { draft } = await replaceEvidence(room.student, room.assignment);
    expect(list.text()).toBe('');
    await handIn(room.student, room.assignment.id, draft.version);
    await list.hears('event: changed\ndata: {"page":null}');
  });
  it('is nobody’s to watch who cannot judge it', async () => {
    const room = await handedIn(server());
    const stranger = await server().addPerson();
    await server().addCourse([[stranger, 'instructor']]);
    await room.student.get(`/live/hand-ins/${room.handInId}`).expect(404);
    await (await server().signedIn(stranger)).get(`/live/hand-ins/${room.handInId}`).expect(404);
    await server().nobody().get(`/live/hand-ins/${room.handInId}`).expect(401);
    for (const path of [`assignments/${room.assignment.id}`, `courses/${room.courseId}`, 'people/x']) {
      await room.student.get(`/live/${path}`).expect(404);
      await (await server().signedIn(stranger)).get(`/live/${path}`).expect(404);
    }
  });
});
