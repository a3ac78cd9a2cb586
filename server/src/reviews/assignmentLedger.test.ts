import { randomUUID } from 'node:crypto';
import { AssignmentLedger } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { handedIn, handInSealed, joinCourse, replaceEvidence, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

type Room = Awaited<ReturnType<typeof handedIn>>;

const book = async (room: Room) =>
  AssignmentLedger.parse(
    (await room.instructor.get(`/api/assignments/${room.assignment.id}/ledger`).expect(200)).body,
  );

const judge = (
  room: Room,
  verdicts: Record<string, unknown>,
  by = room.instructor,
  handInId = room.handInId,
) => by.put(`/api/hand-ins/${handInId}/verdicts`).send({ id: randomUUID(), verdicts }).expect(200);

/** A class of one who handed in and one who did not. */
async function withAbsent(change?: Parameters<typeof handedIn>[1]): Promise<Room> {
  const room = await handedIn(server(), change);
  await joinCourse(server(), room.courseId, 'student', 'Imre', 'Szalai');
  return room;
}

it('says what was earned at each proof point once its must-shows are judged, and what else the points are made of', async () => {
  const room = await withAbsent();
  const lines = async () =>
    (await book(room)).rows.map(({ student, state, points, adjustment, units }) => [
      student.name.split(' ').at(-1),
      state,
      points,
      adjustment,
      units,
    ]);
  const absent = ['Szalai', 'none', [null], 0, null];
  await judge(room, { [room.exponent]: { verdict: 'shown', on: 0 } });
  expect(await lines()).toEqual([['Okafor', 'waiting', [null], 0, null], absent]);
  await judge(room, { [room.axes]: { verdict: 'partly', on: 0 } });
  await room.instructor
    .put(`/api/hand-ins/${room.handInId}/adjustment`)
    .send({ id: randomUUID(), units: -25, reason: 'The probe came back late.', baseVersion: 0 })
    .expect(200);
  // Worked by hand: 100, and half of 75 rounded up to 38; less 25 by hand.
  expect(await lines()).toEqual([['Okafor', 'marked', [138], -25, 113], absent]);
  expect((await book(room)).proofPoints).toMatchObject([{ code: 'P1', mostUnits: 175 }]);
  await room.student.get(`/api/assignments/${room.assignment.id}/ledger`).expect(403);
});

it('a must-show that counts no more is in no figure', async () => {
  const room = await withAbsent();
  await judge(room, {
    [room.exponent]: { verdict: 'shown', on: 0 },
    [room.axes]: { verdict: 'not-shown', on: 0 },
  });
  expect((await book(room)).markers).toMatchObject([{ verdicts: { shown: 1, partly: 0, 'not-shown': 1 } }]);
  await room.instructor
    .post(`/api/assignments/${room.assignment.id}/corrections`)
    .send({ id: randomUUID(), mustShowId: room.axes, worth: null, reason: 'Nobody saw it.', baseVersion: 0 })
    .expect((r) => expect(r.status).toBeLessThan(300));
  const { proofPoints, rows, markers } = await book(room);
  expect(proofPoints).toMatchObject([{ mostUnits: 100 }]);
  expect(rows[0]).toMatchObject({ points: [100], units: 100 });
  expect(markers).toMatchObject([{ verdicts: { shown: 1, partly: 0, 'not-shown': 0 } }]);
});

it('counts who said what: of two who said something of one must-show the last', async () => {
  const room = await withAbsent();
  const { agent, person } = await joinCourse(server(), room.courseId, 'instructor', 'Nils', 'Brandt');
  await judge(room, {
    [room.exponent]: { verdict: 'shown', on: 0 },
    [room.axes]: { verdict: 'shown', on: 0 },
  });
  const { judgement } = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`)).body;
  const { version } = judgement.verdicts[room.axes];
  await judge(room, { [room.axes]: { verdict: 'partly', on: version } }, agent);
  expect(
    (await book(room)).markers
      .map(({ id, handIns, verdicts }) => ({ isSecond: id === person.id, handIns, ...verdicts }))
      .sort((a, b) => Number(a.isSecond) - Number(b.isSecond)),
  ).toEqual([
    { isSecond: false, handIns: 1, shown: 1, partly: 0, 'not-shown': 0 },
    { isSecond: true, handIns: 1, shown: 0, partly: 1, 'not-shown': 0 },
  ]);
});

it('counts a finding once for each hand-in that counts, and what is checked', async () => {
  const room = await withAbsent({ attempts: 2 });
  const before = await book(room);
  expect(before.checked).toBe(1);
  const codes = before.findings.map(({ code, handIns }) => [code, handIns]);
  // The same picture once more, in a second attempt that takes the place of the first: still one hand-in.
  const { draft } = await replaceEvidence(room.student, room.assignment, {}, room.bytes);
  await handInSealed(server(), room.student, room.assignment.id, draft.version);
  const after = await book(room);
  expect(after.checked).toBe(1);
  expect(after.findings.every(({ handIns }) => handIns === 1)).toBe(true);
  expect(after.findings.map(({ code, handIns }) => [code, handIns])).toEqual(expect.arrayContaining(codes));
});

it('while names are kept back it has all names in their order, and nothing of any hand-in', async () => {
  const room = await withAbsent({ anonymous: true });
  await judge(room, {
    [room.exponent]: { verdict: 'shown', on: 0 },
    [room.axes]: { verdict: 'shown', on: 0 },
  });
  const { veiled, rows, findings, checked, markers, assignment } = await book(room);
  expect(veiled).toBe(true);
  // A cover between two names would tell whose it is.
  expect(rows.map(({ student }) => student.listed)).toEqual(['Okafor, Bilal', 'Szalai, Imre']);
  for (const row of rows)
    expect(row).toMatchObject({ points: [null], units: null, handInId: null, handedInAt: null, late: false });
  expect([findings, checked, markers, assignment.mustShows]).toEqual([[], 0, [], []]);
});
