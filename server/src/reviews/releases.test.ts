import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  giveVerdicts,
  handedIn,
  handInSealed,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';
import { afterRelease, NOT_RELEASED } from './releases.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;
const HOUR_MS = 3_600_000;

const judged = async (room: Room, axes = 'partly') =>
  giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: axes });
const later = (hours: number) => new Date(server().context.now().getTime() + hours * HOUR_MS).toISOString();
const feedback = async (room: Room) =>
  (await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200)).body.feedback;
const state = async (room: Room) =>
  (await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`)).body.rows[0];
const release = (room: Room, body?: object) =>
  room.instructor.post(`/api/hand-ins/${room.handInId}/release`).send(body);
const takeBack = (room: Room, reason: string) =>
  room.instructor.post(`/api/hand-ins/${room.handInId}/release/taken-back`).send({ reason });

describe('how a hand-in stands with its student', () => {
  const event = (given_at: string, seen_at: string | null = null) => ({
    kind: 'released' as const,
    given_at,
    seen_at,
  });
  const after = (events: Parameters<typeof afterRelease>[1][], at: string) =>
    events.reduce((so, one) => afterRelease(so, one, at), NOT_RELEASED);
  it('is released from the time that was set, not before, and since then once for all', () => {
    const set = event('2026-11-01', '2026-11-05');
    expect(after([set], '2026-11-04')).toEqual({ releasedAt: null, releasesAt: '2026-11-05' });
    expect(after([set], '2026-11-05')).toEqual({ releasedAt: '2026-11-05', releasesAt: null });
    expect(after([set, event('2026-11-06')], '2026-11-07').releasedAt).toBe('2026-11-05');
  });
  it('is released from the last time that was set before one came, whenever it is looked at', () => {
    const moved = [event('2026-11-01', '2026-11-05'), event('2026-11-03', '2026-11-08')];
    expect(after(moved, '2026-11-04')).toEqual({ releasedAt: null, releasesAt: '2026-11-08' });
    expect(after(moved, '2026-11-06')).toEqual({ releasedAt: null, releasesAt: '2026-11-08' });
    expect(after(moved, '2026-11-09')).toEqual({ releasedAt: '2026-11-08', releasesAt: null });
    const atOnce = [event('2026-11-01', '2026-11-09'), event('2026-11-02')];
    for (const at of ['2026-11-02', '2026-11-08', '2026-11-10'])
      expect(after(atOnce, at), at).toEqual({ releasedAt: '2026-11-02', releasesAt: null });
  });
  it('is released at once where that is said after a later time was set, and at neither once taken back', () => {
    const set = event('2026-11-01', '2026-11-09');
    const back = { kind: 'taken-back' as const, given_at: '2026-11-03', seen_at: null };
    expect(after([set, event('2026-11-02')], '2026-11-04').releasedAt).toBe('2026-11-02');
    expect(after([set, back], '2026-11-10')).toEqual(NOT_RELEASED);
    expect(after([event('2026-11-01'), back, event('2026-11-04')], '2026-11-05').releasedAt).toBe(
      '2026-11-04',
    );
  });
});

describe('a release', () => {
  it('of points that somebody else has changed since they were looked at is refused; as they are now it is one', async () => {
    const room = await handedIn(server());
    await judged(room);
    await judged(room, 'shown');
    const stale = await release(room, { seen: 138 }).expect(409);
    expect(stale.body).toMatchObject({ code: 'stale-version', data: { of: 'points' } });
    expect(await feedback(room)).toBeNull();
    expect((await release(room, { seen: 175 }).expect(200)).body).toEqual({ released: 1 });
  });
  it('of all is one of those that were looked at: not of what was judged or changed meanwhile', async () => {
    const room = await handedIn(server());
    const all = (seen: object[]) =>
      room.instructor.post(`/api/assignments/${room.assignment.id}/release`).send({ seen }).expect(200);
    const { handInId } = room;
    await judged(room);
    expect((await all([])).body).toEqual({ released: 0, changed: 0 });
    expect((await all([{ handInId, total: 175 }])).body).toEqual({ released: 0, changed: 1 });
    await giveVerdicts(room.instructor, handInId, { [room.axes]: null });
    expect((await all([{ handInId, total: 138 }])).body).toEqual({ released: 0, changed: 1 });
    await judged(room);
    expect(await feedback(room)).toBeNull();
    expect((await all([{ handInId, total: 138 }])).body).toEqual({ released: 1, changed: 0 });
    // Released by somebody else, it is not one that was left.
    expect((await all([{ handInId, total: 138 }])).body).toEqual({ released: 0, changed: 0 });
  });
  it('set for later is seen by the student from that time on, and by nobody before', async () => {
    const room = await handedIn(server());
    await judged(room);
    const at = later(2);
    expect((await release(room, { at }).expect(200)).body).toEqual({ released: 1 });
    expect((await release(room, { at }).expect(200)).body).toEqual({ released: 0 });
    expect(await feedback(room)).toBeNull();
    expect(await state(room)).toMatchObject({ state: 'marked', releasesAt: at });
    server().setNow(at);
    expect(await feedback(room)).toMatchObject({ releasedAt: at, grade: { total: 138 } });
    expect(await state(room)).toMatchObject({ state: 'released', releasesAt: null });
    const over = await release(room, { at: '2026-11-01T00:00:00.000Z' }).expect(400);
    expect(over.body.data).toEqual({ why: 'release-over' });
  });
  it('that was set does not come where a verdict is cleared before', async () => {
    const room = await handedIn(server());
    const { body } = await judged(room);
    const at = later(2);
    await release(room, { at }).expect(200);
    const on = body.verdicts[room.axes].version;
    await room.instructor
      .put(`/api/hand-ins/${room.handInId}/verdicts`)
      .send({ id: randomUUID(), verdicts: { [room.axes]: { verdict: null, on } } })
      .expect(200);
    expect(await state(room)).toMatchObject({ state: 'waiting', releasesAt: null });
    server().setNow(at);
    expect(await feedback(room)).toBeNull();
  });
  it('that was set does not come where a newer attempt counts in its place before', async () => {
    const room = await handedIn(server(), { attempts: 2 });
    await judged(room);
    const at = later(2);
    await release(room, { at }).expect(200);
    const { draft } = await replaceEvidence(room.student, room.assignment);
    await handInSealed(server(), room.student, room.assignment.id, draft.version);
    server().setNow(at);
    expect(await feedback(room)).toBeNull();
  });
  it('is taken back with a reason, and the student sees nothing of it until it is released again', async () => {
    const room = await handedIn(server());
    await judged(room);
    await release(room).expect(200);
    await takeBack(room, ' ').expect(400);
    await room.student
      .post(`/api/hand-ins/${room.handInId}/release/taken-back`)
      .send({ reason: 'x' })
      .expect(403);
    expect((await takeBack(room, 'P2 was judged by mistake.').expect(200)).body).toEqual({ released: 1 });
    expect((await takeBack(room, 'Again.').expect(200)).body).toEqual({ released: 0 });
    expect(await feedback(room)).toBeNull();
    const { text } = await room.student.get('/api/assignments');
    // As a number: an id may have the same digits in it.
    expect(text).not.toMatch(/":138\b/);
    expect(await state(room)).toMatchObject({ state: 'marked' });
    await release(room).expect(200);
    expect(await feedback(room)).toMatchObject({ grade: { total: 138 } });
  });
});

it('the history says of each figure who, when, from what to what and why', async () => {
  const room = await handedIn(server());
  await judged(room);
  const points = { units: 25, reason: 'A good question.', baseVersion: 0 };
  await room.instructor
    .put(`/api/hand-ins/${room.handInId}/adjustment`)
    .send({ id: randomUUID(), ...points })
    .expect(200);
  await release(room).expect(200);
  server().setNow(later(1));
  await room.instructor
    .post(`/api/assignments/${room.assignment.id}/corrections`)
    .send({
      id: randomUUID(),
      mustShowId: room.axes,
      worth: null,
      reason: 'The axes had none.',
      baseVersion: 0,
      dryRun: false,
    })
    .expect(200);
  await takeBack(room, 'Look again.').expect(200);
  const { body } = await room.instructor.get(`/api/hand-ins/${room.handInId}/history`).expect(200);
  const figures = body.entries.map((e: { before: number; after: number }) => [e.before, e.after]);
  expect(body.entries.map((e: { change: object }) => e.change)).toEqual(
    expect.arrayContaining([{ kind: 'verdict', code: 'P1a', from: null, to: expect.any(String) }]),
  );
  expect(body.entries.slice(2)).toMatchObject([
    { change: { kind: 'adjustment', from: 0, to: 25 }, reason: 'A good question.', before: 138, after: 163 },
    { change: { kind: 'released', seenAt: null }, by: 'Ruth Mandel' },
    { change: { kind: 'correction', to: null }, reason: 'The axes had none.', before: 163 },
    { change: { kind: 'taken-back' }, reason: 'Look again.' },
  ]);
  // Each goes on from where the one before ended, and the last is what the hand-in has.
  for (const [i, [before]] of figures.entries()) expect(before).toBe(i === 0 ? 0 : figures[i - 1][1]);
  const { judgement } = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`)).body;
  expect(figures.at(-1)[1]).toBe(judgement.grade.total);
  await room.student.get(`/api/hand-ins/${room.handInId}/history`).expect(403);
});

it('who is exempt has no points there and is not missing; said again by the same order, nothing changes', async () => {
  const room = await handedIn(server());
  await judged(room);
  await release(room).expect(200);
  const path = `/api/assignments/${room.assignment.id}/exemptions/${room.studentPerson.id}`;
  const order = { id: randomUUID(), exempt: true, reason: 'Ill for two weeks.' };
  const cell = async () => (await room.instructor.get(`/api/courses/${room.courseId}/ledger`)).body.rows[0];
  for (const _ of [1, 2]) await room.instructor.put(path).send(order).expect(204);
  expect(await cell()).toMatchObject({
    cells: [{ state: 'exempt', reason: 'Ill for two weeks.', units: null, handInId: room.handInId }],
    totalUnits: 0,
  });
  expect((await room.student.get('/api/assignments')).body[0]).toMatchObject({ exempt: true });
  await room.instructor
    .put(path)
    .send({ ...order, reason: '' })
    .expect(400);
  await room.student.put(path).send(order).expect(403);
  await room.instructor
    .put(path)
    .send({ id: randomUUID(), exempt: false, reason: 'Well again.' })
    .expect(204);
  expect(await cell()).toMatchObject({
    cells: [{ state: 'released', reason: '', units: 138 }],
    totalUnits: 138,
  });
});
