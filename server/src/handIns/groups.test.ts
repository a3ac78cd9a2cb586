import { describe, expect, it } from 'vitest';
import { setFields } from '../people/setFields.testing.ts';
import {
  addEvidence,
  classroom,
  giveVerdicts,
  handIn,
  handInSealed,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

/** Bilal and Kim are of one team by the class list, Noor of none. */
async function teams(change = {}) {
  const room = await classroom(server(), { groupColumn: 'team', ...change });
  const kim = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lee');
  const noor = await joinCourse(server(), room.courseId, 'student', 'Noor', 'Aziz');
  const set = (personId: string, team: string) => setFields(server(), personId, { team });
  await set(room.studentPerson.id, 'North');
  await set(kim.person.id, ' North ');
  return { ...room, kim, noor, set };
}
const sheetOf = async (agent: Awaited<ReturnType<typeof teams>>['student'], assignmentId: string) =>
  (await agent.get(`/api/assignments/${assignmentId}`).expect(200)).body;

describe('handing in together', () => {
  it('is done by one for all: each has the receipt, the attempt and the points', async () => {
    const room = await teams();
    const { id } = room.assignment;
    expect((await sheetOf(room.student, id)).group).toEqual({ value: 'North', mates: ['Kim Lee'] });
    expect((await sheetOf(room.noor.agent, id)).group).toEqual({ value: '', mates: [] });
    const { draft } = await addEvidence(room.student, room.assignment);
    const { body: receipt } = await handInSealed(server(), room.student, id, draft.version);
    expect(receipt.student.split(' and ').sort()).toEqual(['Bilal Okafor', 'Kim Lee']);
    const { handIns, attemptsLeft } = await sheetOf(room.kim.agent, id);
    expect(attemptsLeft).toBe(0);
    expect(handIns).toMatchObject([{ id: receipt.handInId, by: 'Bilal Okafor' }]);
    expect((await sheetOf(room.student, id)).handIns).toMatchObject([{ by: null }]);
    await room.noor.agent.get(`/api/hand-ins/${receipt.handInId}`).expect(404);

    const [exponent = '', axes = ''] = room.assignment.points[0]?.mustShows.map((m) => m.id) ?? [];
    await giveVerdicts(room.instructor, receipt.handInId, { [exponent]: 'shown', [axes]: 'not-shown' });
    await room.instructor.post(`/api/hand-ins/${receipt.handInId}/release`).send({}).expect(200);
    const view = (await room.kim.agent.get(`/api/hand-ins/${receipt.handInId}`).expect(200)).body;
    expect(view.feedback.grade.total).toBe(100);
    const list = (await room.instructor.get(`/api/assignments/${id}/hand-ins`).expect(200)).body;
    expect(list.rows).toHaveLength(1);
    expect(list.without.map((one: { name: string }) => one.name)).toEqual(['Noor Aziz']);
    const ledger = (await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200)).body;
    const units = Object.fromEntries(
      ledger.rows.map((row: { student: { name: string }; cells: Array<{ units: number | null }> }) => [
        row.student.name,
        row.cells[0]?.units,
      ]),
    );
    expect(units).toEqual({ 'Bilal Okafor': 100, 'Kim Lee': 100, 'Noor Aziz': null });
  });

  it('by two at once is one hand-in where one is allowed', async () => {
    const room = await teams();
    const { id } = room.assignment;
    const drafts = [];
    for (const agent of [room.student, room.kim.agent])
      drafts.push({ agent, version: (await addEvidence(agent, room.assignment)).draft.version });
    const answers = await Promise.all(drafts.map(({ agent, version }) => handIn(agent, id, version)));
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409]);
    expect(answers.find((answer) => answer.status === 409)?.body.code).toBe('no-attempt-left');
  });

  it('follows the class list as it was when it was handed in', async () => {
    const room = await teams({ attempts: 2 });
    const { id } = room.assignment;
    const { draft } = await addEvidence(room.student, room.assignment);
    await handInSealed(server(), room.student, id, draft.version);
    await room.set(room.kim.person.id, 'South');
    await room.set(room.noor.person.id, 'North');
    expect((await sheetOf(room.kim.agent, id)).handIns).toHaveLength(1);
    expect((await sheetOf(room.noor.agent, id)).handIns).toEqual([]);
    const { draft: second } = await addEvidence(room.noor.agent, room.assignment);
    const { body } = await handInSealed(server(), room.noor.agent, id, second.version);
    // The second of Bilal, so that no two of his have one number.
    expect(body.attempt).toBe(2);
    expect((await sheetOf(room.student, id)).handIns).toHaveLength(2);
  });

  it('stands for who stayed, after the other one has gone to another group and handed in again with that', async () => {
    const room = await teams({ attempts: 2 });
    const { id } = room.assignment;
    const handedIn = async (agent: typeof room.student) => {
      const { draft } = await replaceEvidence(agent, room.assignment);
      return (await handInSealed(server(), agent, id, draft.version)).body.handInId as string;
    };
    const list = async () => (await room.instructor.get(`/api/assignments/${id}/hand-ins`).expect(200)).body;
    const ids = async () => (await list()).rows.map((row: { handInId: string }) => row.handInId).sort();
    const [exponent = '', axes = ''] = room.assignment.points[0]?.mustShows.map((m) => m.id) ?? [];
    const release = async (handInId: string, verdict: string) => {
      await giveVerdicts(room.instructor, handInId, { [exponent]: verdict, [axes]: verdict });
      await room.instructor.post(`/api/hand-ins/${handInId}/release`).send({}).expect(200);
    };
    const points = async () => {
      const { body } = await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200);
      return body.rows.map((row: { totalUnits: number }) => row.totalUnits);
    };
    const together = await handedIn(room.student);
    await room.set(room.kim.person.id, 'South');
    await room.set(room.noor.person.id, 'North');
    const anew = await handedIn(room.noor.agent);
    // Kim has handed in, as her own page says.
    expect(await ids()).toEqual([anew, together].sort());
    expect((await list()).without).toEqual([]);
    await release(together, 'shown');
    await release(anew, 'not-shown');
    // Aziz and Okafor have the new one, Lee the one before.
    expect(await points()).toEqual([0, 175, 0]);
    // Handed in again, it is nobody's last any more, and judged no more.
    const alone = await handedIn(room.kim.agent);
    expect(await ids()).toEqual([alone, anew].sort());
    const refused = await room.instructor.put(`/api/hand-ins/${together}/verdicts`).send({
      id: '0b0c77a4-58a5-4f3e-9b7c-0d7a40b1c001',
      verdicts: { [exponent]: { verdict: 'partly', on: 1 } },
    });
    expect(refused.body.code).toBe('replaced');
    expect([alone, anew]).toContain(refused.body.data.handInId);
  });

  it('is late only after what was granted to any of them', async () => {
    const room = await teams();
    const { id } = room.assignment;
    await room.instructor
      .post(`/api/assignments/${id}/terms/${room.kim.person.id}`)
      .send({
        id: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b11',
        grant: { dueAt: '2026-11-11T16:00:00.000Z' },
        reason: 'Away.',
        baseVersion: 0,
      })
      .expect(200);
    // Who grants more to the other one sees what holds by now, and for whom.
    const { body: granted } = await room.instructor
      .get(`/api/assignments/${id}/terms/${room.studentPerson.id}`)
      .expect(200);
    expect(granted).toMatchObject({
      mates: ['Kim Lee'],
      terms: { dueAt: '2026-11-11T16:00:00.000Z' },
      grants: [],
    });
    const { draft } = await addEvidence(room.student, room.assignment);
    server().setNow('2026-11-11T10:00:00.000Z');
    // Each of them is told what holds for both.
    for (const agent of [room.student, room.kim.agent]) {
      const { terms, window } = await sheetOf(agent, id);
      expect([terms.dueAt, window]).toEqual(['2026-11-11T16:00:00.000Z', 'open']);
      expect((await agent.get('/api/assignments').expect(200)).body).toMatchObject([
        { dueAt: '2026-11-11T16:00:00.000Z', window: 'open' },
      ]);
    }
    expect(await sheetOf(room.noor.agent, id)).toMatchObject({ window: 'late' });
    const { body } = await handInSealed(server(), room.student, id, draft.version);
    expect(body.late).toBe(false);
  });

  it('is prepared by each of them as long as one of them may hand in', async () => {
    const room = await teams();
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/terms/${room.kim.person.id}`)
      .send({
        id: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b12',
        grant: { dueAt: '2026-11-20T16:00:00.000Z' },
        reason: 'Away.',
        baseVersion: 0,
      })
      .expect(200);
    // Over for everybody else.
    server().setNow('2026-11-15T10:00:00.000Z');
    const student = await server().signedIn(room.studentPerson);
    const { draft } = await addEvidence(student, room.assignment);
    await handInSealed(server(), student, room.assignment.id, draft.version);
  });
});

describe('of several attempts', () => {
  it('the newest that was returned counts, where the assignment says so', async () => {
    const room = await classroom(server(), { attempts: 3, counts: 'returned' });
    const { id } = room.assignment;
    const [exponent = '', axes = ''] = room.assignment.points[0]?.mustShows.map((m) => m.id) ?? [];
    for (const [attempt, verdict] of ['shown', 'not-shown', 'partly'].entries()) {
      const { draft } = await replaceEvidence(room.student, room.assignment);
      const { body } = await handInSealed(server(), room.student, id, draft.version);
      await giveVerdicts(room.instructor, body.handInId, { [exponent]: verdict, [axes]: verdict });
      // The last one is judged and not released.
      if (attempt < 2)
        await room.instructor.post(`/api/hand-ins/${body.handInId}/release`).send({}).expect(200);
    }
    const ledger = (await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200)).body;
    expect(ledger.rows[0].cells).toMatchObject([{ state: 'released', units: 0 }]);
    const cards = (await room.student.get('/api/assignments').expect(200)).body;
    expect(cards[0]).toMatchObject({ totalUnits: 0 });
  });
});
