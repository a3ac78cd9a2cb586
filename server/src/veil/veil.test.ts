import { randomUUID } from 'node:crypto';
import { type Endpoint, endpoints } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { setFields } from '../people/setFields.testing.ts';
import {
  addEvidence,
  classroom,
  giveVerdicts,
  handInSealed,
  joinCourse,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

/** Two students with codes, both of whom have handed in; a third has not. */
async function anonymous() {
  const room = await classroom(server(), {
    anonymous: true,
    attempts: 2,
    brief: 'Your station is {station}.',
    statementPrompt: 'Say it.',
  });
  const kim = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lindqvist');
  const noor = await joinCourse(server(), room.courseId, 'student', 'Noor', 'Aziz');
  await setFields(server(), room.studentPerson.id, { station: 'NE-417' });
  await setFields(server(), kim.person.id, { station: 'NE-990' });
  const handIns: string[] = [];
  for (const agent of [room.student, kim.agent]) {
    const { draft } = await addEvidence(agent, room.assignment);
    const said = await agent
      .put(`/api/assignments/${room.assignment.id}/statement`)
      .send({ text: 'By Bilal Okafor, who measured at NE-417.', baseVersion: draft.statementVersion })
      .expect(200);
    const { body } = await handInSealed(server(), agent, room.assignment.id, said.body.version);
    handIns.push(body.handInId);
  }
  const [exponent = '', axes = ''] = room.assignment.points[0]?.mustShows.map((m) => m.id) ?? [];
  return { ...room, kim, noor, handIns, exponent, axes };
}
/** Of whoever has handed in. */
const TELLING = /Bilal|Okafor|Kim\b|Lindqvist|NE-417|NE-990|H-0000/;

/** Every address that staff may read about an assignment and its hand-ins, with what it answers. */
async function everyAnswer(room: Awaited<ReturnType<typeof anonymous>>) {
  const answers: Array<{ path: string; text: string; unveiled: boolean }> = [];
  for (const handInId of room.handIns) {
    const ids: Record<string, string> = {
      handInId,
      assignmentId: room.assignment.id,
      proofPointId: room.assignment.points[0]?.id ?? '',
      personId: room.noor.person.id,
      courseId: room.courseId,
    };
    for (const { method, path: pattern, access, unveiled = false } of Object.values(
      endpoints,
    ) as Endpoint[]) {
      if (method !== 'get' || !/assignmentId|handInId/.test(pattern)) continue;
      const path = pattern.replace(/:(\w+)/g, (_, key: string) => ids[key] ?? '');
      const { status, text, headers } = await room.instructor.get(path);
      if (status !== 200) expect([path, access, status]).not.toContain(500);
      answers.push({ path, text: `${text} ${JSON.stringify(headers)}`, unveiled });
    }
  }
  return answers;
}

describe('judging without names', () => {
  it('no name, number, file name, id or code of who handed in reaches the staff by any answer', async () => {
    const room = await anonymous();
    const persons = [room.studentPerson.id, room.kim.person.id];
    const answers = await everyAnswer(room);
    expect(answers.length).toBeGreaterThan(20);
    for (const { path, text, unveiled } of answers) {
      // What names people has to tell nothing of their hand-ins.
      if (unveiled) for (const handInId of room.handIns) expect(text.includes(handInId), path).toBe(false);
      if (unveiled) continue;
      expect(text.match(TELLING)?.[0], path).toBeUndefined();
      for (const id of persons) expect(text.includes(id), path).toBe(false);
    }
    const list = (await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`).expect(200))
      .body;
    expect(list.veiled).toBe(true);
    expect(list.rows.map((row: { student: { name: string } }) => row.student.name)).toEqual([
      expect.stringMatching(/^Student [0-9A-F]{6}$/),
      expect.stringMatching(/^Student [0-9A-F]{6}$/),
    ]);
    // By their ids, since the order of names would tell.
    const ids = list.rows.map((row: { handInId: string }) => row.handInId);
    expect(ids).toEqual([...ids].sort());
    expect(list.without.map((one: { name: string }) => one.name)).toEqual(['Noor Aziz']);
    // What has been written by others than the name's bearer is covered too, and the pictures can be fetched.
    const [handInId = ''] = room.handIns;
    const review = (await room.instructor.get(`/api/hand-ins/${handInId}/review`).expect(200)).body;
    expect(review.statement).toMatch(/^By Student [0-9A-F]{6}, who measured at …\.$/);
    expect(review.items[0].record).toBe('');
    await room.instructor.get(review.items[0].fileHref).expect(200);
    // What would be a name again is refused.
    for (const path of [`assignment/${room.assignment.id}`, `hand-in/${handInId}`])
      expect((await room.instructor.get(`/archives/${path}.zip`).expect(409)).body.code).toBe('veiled');
  });

  it('an error names nobody; a change answers without names too', async () => {
    const room = await anonymous();
    const [handInId = ''] = room.handIns;
    const { draft } = await replaceEvidence(room.student, room.assignment);
    const { body: newer } = await handInSealed(server(), room.student, room.assignment.id, draft.version);
    const replaced = await giveVerdicts(room.instructor, handInId, { [room.exponent]: 'shown' });
    expect(replaced.body.code).toBe('replaced');
    expect(replaced.text).not.toMatch(TELLING);
    const corrected = await room.instructor
      .post(`/api/assignments/${room.assignment.id}/corrections`)
      .send({ id: randomUUID(), mustShowId: room.exponent, worth: 50, reason: 'x', baseVersion: 0 })
      .expect(200);
    expect(corrected.text).not.toMatch(TELLING);
    expect(newer.attempt).toBe(2);
  });

  it('what is asked of a person by name tells nothing of their hand-in', async () => {
    const room = await anonymous();
    const { text, body } = await room.instructor
      .get(`/api/assignments/${room.assignment.id}/terms/${room.studentPerson.id}`)
      .expect(200);
    expect(body).toMatchObject({ name: 'Bilal Okafor', handIns: [] });
    const list = await room.instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`).expect(200);
    for (const { student, handInId } of list.body.rows) {
      expect(text).not.toContain(student.name);
      expect(text).not.toContain(handInId);
    }
  });

  it('the ledger has no points beside a name before', async () => {
    const room = await anonymous();
    const [handInId = ''] = room.handIns;
    await giveVerdicts(room.instructor, handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    const { rows } = (await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200)).body;
    const cells = Object.fromEntries(
      rows.map((row: { student: { name: string }; cells: unknown[] }) => [row.student.name, row.cells[0]]),
    );
    expect(cells['Bilal Okafor']).toMatchObject({ state: 'waiting', handInId: null, units: null });
    expect(cells['Noor Aziz']).toMatchObject({ state: 'none' });
  });

  it('ends when nothing can be handed in any more and all is judged; students have their names all the time', async () => {
    const room = await anonymous();
    const names = async () => {
      const { body } = await room.instructor
        .get(`/api/assignments/${room.assignment.id}/hand-ins`)
        .expect(200);
      return [body.veiled, ...body.rows.map((row: { student: { name: string } }) => row.student.name)];
    };
    const own = (await room.student.get(`/api/hand-ins/${room.handIns[0]}`).expect(200)).body;
    expect(own.receipt.student).toBe('Bilal Okafor');
    for (const handInId of room.handIns)
      await giveVerdicts(room.instructor, handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    // All are judged, and somebody may still hand in.
    expect((await names())[0]).toBe(true);
    server().setNow('2026-11-12T16:00:01.000Z');
    const instructor = await server().signedIn(room.instructorPerson);
    const { body } = await instructor.get(`/api/assignments/${room.assignment.id}/hand-ins`).expect(200);
    expect(body.veiled).toBe(false);
    expect(body.rows.map((row: { student: { listed: string } }) => row.student.listed)).toEqual([
      'Lindqvist, Kim',
      'Okafor, Bilal',
    ]);
  });
});
