import { randomUUID } from 'node:crypto';
import { type Endpoint, endpoints } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  giveVerdicts,
  handedIn,
  handInSealed,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;
type Agent = Room['instructor'];

/** A hand-in that its instructor has judged, and a second marker who knows nothing yet. */
async function judged(change: Parameters<typeof handedIn>[1] = {}) {
  const room = await handedIn(server(), change);
  // What was said before and after the second marking is told apart by when it was said.
  server().letClockRun(1);
  await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'partly' });
  const { agent: second, person } = await joinCourse(server(), room.courseId, 'marker', 'Otto', 'Quist');
  return { ...room, second, secondPerson: person };
}
const order = (room: { instructor: Agent; assignment: { id: string } }, markerId: string, more = {}) =>
  room.instructor
    .post(`/api/assignments/${room.assignment.id}/second-marking`)
    .send({ id: randomUUID(), markerId, share: { kind: 'all' }, ...more });
const writeSecond = (agent: Agent, handInId: string, given: Record<string, string>) =>
  agent.put(`/api/hand-ins/${handInId}/second-verdicts`).send({
    id: randomUUID(),
    verdicts: Object.fromEntries(Object.entries(given).map(([id, verdict]) => [id, { verdict, on: 0 }])),
  });
const writeFirst = (room: Room, given: Parameters<typeof giveVerdicts>[2]) =>
  giveVerdicts(room.instructor, room.handInId, given);
const finish = (agent: Agent, handInId: string) =>
  agent.post(`/api/hand-ins/${handInId}/second-marking/done`);
const settle = (room: Room, questionId: string, place: number, id: string = randomUUID()) =>
  room.instructor
    .post(`/api/hand-ins/${room.handInId}/settlements`)
    .send({ id, questionId, place, reason: 'The unit is there.' });

describe('a second marking', () => {
  it('is made without seeing the first by any route, and leaves it as it is', async () => {
    const room = await judged();
    await room.instructor
      .put(`/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`)
      .send({ itemId: null, x: null, y: null, text: 'Seldom seen.' })
      .expect(200);
    await order(room, room.secondPerson.id).expect(200);

    // Everything that staff may read of it, by address; what is not refused is searched.
    const ids: Record<string, string> = {
      handInId: room.handInId,
      assignmentId: room.assignment.id,
      courseId: room.courseId,
      personId: room.studentPerson.id,
      proofPointId: room.assignment.points[0]?.id ?? '',
    };
    const told: string[] = [];
    for (const endpoint of Object.values(endpoints) as Endpoint[]) {
      if (endpoint.method !== 'get') continue;
      const path = endpoint.path.replace(/:(\w+)/g, (_, key: string) => ids[key] ?? 'x');
      const answer = await room.second.get(path);
      const text = `${answer.text} ${JSON.stringify(answer.headers)}`;
      if (/Ruth|Mandel|Seldom|"verdict":|"fromVerdicts":1/.test(text)) told.push(path);
    }
    expect(told).toEqual([]);
    for (const path of [
      `/api/hand-ins/${room.handInId}/review`,
      `/api/hand-ins/${room.handInId}/history`,
      `/api/assignments/${room.assignment.id}/hand-ins`,
      `/api/assignments/${room.assignment.id}/grid`,
    ])
      expect((await room.second.get(path).expect(403)).body).toMatchObject({
        code: 'blind',
        data: { count: 1 },
      });
    await room.second.get(`/live/hand-ins/${room.handInId}`).expect(404);

    const { body } = await writeSecond(room.second, room.handInId, { [room.exponent]: 'not-shown' }).expect(
      200,
    );
    expect(body).toMatchObject({ grade: { fromVerdicts: 0, open: 1 }, verdicts: { [room.exponent]: {} } });
    expect(body.verdicts[room.axes]).toBeUndefined();
    const own = (await room.second.get(`/api/hand-ins/${room.handInId}/second-review`).expect(200)).body;
    expect(own).toMatchObject({ mayJudge: true, mayRelease: false, judgement: { remarks: [] } });
    expect(own.judgement.verdicts).toEqual(body.verdicts);
    const first = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200)).body;
    expect(first.judgement).toMatchObject({
      verdicts: { [room.exponent]: { verdict: 'shown', by: 'Ruth Mandel' } },
      grade: { total: 138 },
    });
  });

  it('ends when all is judged; then both are compared, and what differs is settled and kept', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, { [room.exponent]: 'shown' }).expect(200);
    expect((await finish(room.second, room.handInId).expect(422)).body.data).toEqual({ openVerdicts: 1 });
    await settle(room, room.axes, 0).expect(422);
    await writeSecond(room.second, room.handInId, { [room.axes]: 'not-shown' }).expect(200);
    const early = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/second-marking`)
      .expect(200);
    // Not before it is done: it can still change.
    expect(early.body).toMatchObject({ differences: [], overall: { count: 0, kappa: null } });
    const done = (await finish(room.second, room.handInId).expect(200)).body;
    expect(done.assignments).toMatchObject([{ count: 1, done: 1, nextHref: null }]);
    await finish(room.second, room.handInId).expect(200);
    await writeSecond(room.second, room.handInId, { [room.axes]: 'shown' }).expect(409);
    await room.second.get(`/api/hand-ins/${room.handInId}/review`).expect(200);

    const id = randomUUID();
    const { body } = await settle(room, room.axes, 0, id).expect(200);
    await settle(room, room.axes, 0, id).expect(200);
    expect(body.overall).toMatchObject({ count: 2, same: 0.5 });
    expect(body.differences).toMatchObject([
      {
        code: 'P1b',
        choices: ['shown', 'partly', 'not-shown'],
        first: { place: 1, by: 'Ruth Mandel' },
        second: { place: 2, by: 'Otto Quist' },
        settled: { place: 0, by: 'Ruth Mandel', reason: 'The unit is there.' },
      },
    ]);
    const { judgement } = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`)).body;
    expect(judgement.grade.total).toBe(175);
    // Who has not seen that decides nothing over it.
    const unseen = { id: randomUUID(), questionId: room.axes, place: 2, reason: 'Mine.', seen: null };
    const refused = await room.instructor.post(`/api/hand-ins/${room.handInId}/settlements`).send(unseen);
    expect(refused.body).toMatchObject({ code: 'stale-version', data: { of: 'settlement' } });
    const { at } = body.differences[0].settled;
    await room.instructor
      .post(`/api/hand-ins/${room.handInId}/settlements`)
      .send({ ...unseen, place: 0, seen: at })
      .expect(200);
    // Decided once more, each still stands as it was said alone.
    const again = (await settle(room, room.axes, 1).expect(200)).body;
    expect(again.differences).toMatchObject([{ first: { place: 1 }, settled: { place: 1 } }]);
    expect((await settle(room, room.axes, 3).expect(404)).body.data).toEqual({ thing: 'must-show' });
  });

  it('is compared with what the first had said alone, whatever they change once they can see it', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, {
      [room.exponent]: 'shown',
      [room.axes]: 'not-shown',
    }).expect(200);
    await finish(room.second, room.handInId).expect(200);
    const overview = async () =>
      (await room.instructor.get(`/api/assignments/${room.assignment.id}/second-marking`).expect(200)).body;
    const before = await overview();
    expect(before.differences).toMatchObject([{ first: { place: 1 }, second: { place: 2 }, changed: null }]);
    // Having seen it, the first says the same: they agree now, and did not.
    await writeFirst(room, { [room.axes]: 'not-shown' });
    const after = await overview();
    expect(after).toMatchObject({ overall: before.overall, agreement: before.agreement });
    expect(after.differences).toMatchObject([
      { first: { place: 1 }, second: { place: 2 }, settled: null, changed: { place: 2, by: 'Ruth Mandel' } },
    ]);
    // What was settled and then changed says so, too.
    expect((await settle(room, room.axes, 0).expect(200)).body.differences).toMatchObject([
      { first: { place: 1 }, settled: { place: 0 }, changed: null },
    ]);
    await writeFirst(room, { [room.axes]: 'partly' });
    expect((await overview()).differences).toMatchObject([
      { first: { place: 1 }, settled: { place: 0 }, changed: { place: 1 } },
    ]);
  });

  it('is compared with what the first says after it, where they had said nothing yet or taken it back', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeFirst(room, { [room.axes]: null });
    await writeSecond(room.second, room.handInId, {
      [room.exponent]: 'shown',
      [room.axes]: 'not-shown',
    }).expect(200);
    await finish(room.second, room.handInId).expect(200);
    const differences = async () =>
      (await room.instructor.get(`/api/assignments/${room.assignment.id}/second-marking`).expect(200)).body
        .differences;
    expect(await differences()).toEqual([]);
    for (const verdict of ['shown', null, 'not-shown']) {
      await writeFirst(room, { [room.axes]: verdict });
    }
    expect(await differences()).toMatchObject([{ first: { place: 0 }, changed: { place: 2 } }]);
  });

  it('is compared with nothing that its own marker judged first later on', async () => {
    const room = await judged();
    await writeFirst(room, { [room.axes]: null });
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, {
      [room.exponent]: 'shown',
      [room.axes]: 'not-shown',
    }).expect(200);
    await finish(room.second, room.handInId).expect(200);
    expect((await giveVerdicts(room.second, room.handInId, { [room.axes]: 'not-shown' })).status).toBe(200);
    const { body } = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/second-marking`)
      .expect(200);
    expect(body.overall).toMatchObject({ count: 1, same: 1 });
  });

  it('asks nothing of what counts no more: it is no difference, and in no figure', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, {
      [room.exponent]: 'not-shown',
      [room.axes]: 'not-shown',
    }).expect(200);
    await finish(room.second, room.handInId).expect(200);
    const overview = async () =>
      (await room.instructor.get(`/api/assignments/${room.assignment.id}/second-marking`).expect(200)).body;
    expect((await overview()).differences).toHaveLength(2);
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/corrections`)
      .send({ id: randomUUID(), mustShowId: room.axes, worth: null, reason: 'Not seen.', baseVersion: 0 })
      .expect(200);
    const after = await overview();
    expect(after.differences).toMatchObject([{ questionId: room.exponent }]);
    expect(after.overall.count).toBe(1);
    await settle(room, room.axes, 0).expect(404);
  });

  it('is asked of the staff once, and not of who has judged it first', async () => {
    const room = await judged();
    expect((await order(room, room.instructorPerson.id).expect(409)).body.code).toBe('marked-already');
    await order(room, room.studentPerson.id).expect(404);
    const id = randomUUID();
    for (let i = 0; i < 2; i++) {
      const { body } = await order(room, room.secondPerson.id, { id }).expect(200);
      expect(body.handIns).toMatchObject([{ judged: true, marker: { name: 'Otto Quist' }, doneAt: null }]);
    }
    await order(room, room.secondPerson.id).expect(409);
    const chosen = { share: { kind: 'chosen', handInIds: [randomUUID()] } };
    await order(room, room.secondPerson.id, chosen).expect(404);
    // Taken back, nobody is blind any more and it can be asked again.
    await room.instructor.delete(`/api/hand-ins/${room.handInId}/second-marking`).expect(204);
    await room.second.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
    await room.second.get(`/api/hand-ins/${room.handInId}/second-review`).expect(403);
    await order(room, room.secondPerson.id).expect(200);
  });

  it('begins anew with whoever is asked next: what another one had begun is not theirs', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, { [room.exponent]: 'not-shown' }).expect(200);
    await room.instructor.delete(`/api/hand-ins/${room.handInId}/second-marking`).expect(204);
    const next = await joinCourse(server(), room.courseId, 'marker', 'Ada', 'Brandt');
    await order(room, next.person.id).expect(200);
    const seen = async (agent: Agent) =>
      (await agent.get(`/api/hand-ins/${room.handInId}/second-review`).expect(200)).body;
    expect(await seen(next.agent)).toMatchObject({ judgement: { verdicts: {}, grade: { open: 2 } } });
    await writeSecond(next.agent, room.handInId, { [room.exponent]: 'shown' }).expect(200);
    expect((await finish(next.agent, room.handInId).expect(422)).body.data).toEqual({ openVerdicts: 1 });
    await writeSecond(next.agent, room.handInId, { [room.axes]: 'partly' }).expect(200);
    await finish(next.agent, room.handInId).expect(200);
    const { body } = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/second-marking`)
      .expect(200);
    expect(body).toMatchObject({ overall: { count: 2, same: 1 }, differences: [] });
  });

  it('goes on with what one had begun oneself where one is asked once more', async () => {
    const room = await judged();
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, room.handInId, { [room.exponent]: 'shown' }).expect(200);
    await room.instructor.delete(`/api/hand-ins/${room.handInId}/second-marking`).expect(204);
    await order(room, room.secondPerson.id).expect(200);
    const { body } = await room.second.get(`/api/hand-ins/${room.handInId}/second-review`).expect(200);
    expect(body.judgement.verdicts).toMatchObject({ [room.exponent]: { verdict: 'shown' } });
  });

  it('is not waited for where a newer attempt counts in its place; one that is done stays', async () => {
    const room = await judged({ attempts: 3 });
    const handInAgain = async () => {
      const { draft } = await replaceEvidence(room.student, room.assignment);
      const { body } = await handInSealed(server(), room.student, room.assignment.id, draft.version);
      return body.handInId as string;
    };
    const ownTasks = async () => (await room.second.get('/api/second-markings').expect(200)).body.assignments;
    await order(room, room.secondPerson.id).expect(200);
    expect(await ownTasks()).toMatchObject([{ count: 1, done: 0 }]);
    const second = await handInAgain();
    expect(await ownTasks()).toEqual([]);
    await room.second.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
    // Of the one that counts now a second marking can be asked for; done, it is not taken back by a third.
    await order(room, room.secondPerson.id).expect(200);
    await writeSecond(room.second, second, { [room.exponent]: 'shown', [room.axes]: 'shown' }).expect(200);
    await finish(room.second, second).expect(200);
    await handInAgain();
    expect(await ownTasks()).toMatchObject([{ count: 1, done: 1 }]);
  });

  it('draws a share by chance; its kappa is the one of the worked example (20, 5, 10, 15 of 50: 0.4)', async () => {
    const room = await judged();
    const handIns = [room.handInId];
    for (const n of [2, 3, 4, 5]) {
      const { agent } = await joinCourse(server(), room.courseId, 'student', `Kim${n}`, 'Lee');
      const { draft } = await addEvidence(agent, room.assignment);
      const { body } = await handInSealed(server(), agent, room.assignment.id, draft.version);
      handIns.push(body.handInId);
    }
    const share = { share: { kind: 'random', percent: 40 } };
    const drawn = (await order(room, room.secondPerson.id, share).expect(200)).body.handIns as Array<{
      marker: unknown;
    }>;
    expect(drawn.filter((one) => one.marker)).toHaveLength(2);
    await order(room, room.secondPerson.id).expect(200);
    // A fifth of the example: 4 shown by both, 1 by the first alone, 2 by the second alone, 3 by neither.
    const first = [1, 1, 1, 1, 1, 0, 0, 0, 0, 0];
    const second = [1, 1, 1, 1, 0, 1, 1, 0, 0, 0];
    const said = (shown: number | undefined) => (shown ? 'shown' : 'not-shown');
    for (const [i, handInId] of handIns.entries()) {
      const given = (by: number[]) => ({
        [room.exponent]: said(by[2 * i]),
        [room.axes]: said(by[2 * i + 1]),
      });
      await giveVerdicts(room.instructor, handInId, given(first));
      await writeSecond(room.second, handInId, given(second)).expect(200);
      await finish(room.second, handInId).expect(200);
    }
    const { body } = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/second-marking`)
      .expect(200);
    expect(body.handIns.map((one: { student: string }) => one.student)).toEqual([
      ...[2, 3, 4, 5].map((n) => `Lee, Kim${n}`),
      'Okafor, Bilal',
    ]);
    expect(body.overall).toMatchObject({ count: 10, same: 0.7 });
    expect(body.overall.kappa).toBeCloseTo(0.4, 12);
    expect(body.differences).toHaveLength(3);
  });
});
