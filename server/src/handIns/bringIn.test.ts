import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  handedIn,
  joinCourse,
  picture,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof classroom>>;

/** An instructor with the picture of a student who had no connection; what is said of it is valid. */
async function onAStick(change = {}) {
  const room = await classroom(server(), change);
  const { body: capture } = await putCapture(
    room.instructor,
    await picture(),
    randomUUID(),
    'source=file&name=a.png',
  );
  return { ...room, capture, order: orderOf(room, capture.id) };
}
const orderOf = ({ studentPerson, assignment }: Room, captureId: string) => ({
  id: randomUUID(),
  studentId: studentPerson.id,
  cameAt: '2026-11-05T09:00:00.000Z',
  reason: 'The network of the lab was down.',
  pictures: [{ captureId, proofPointId: assignment.points[0]?.id ?? '' }],
});
const bring = ({ instructor, assignment }: Room, order: object) =>
  instructor.post(`/api/assignments/${assignment.id}/brought`).send(order);

describe('work that came another way', () => {
  it('is handed in for its student, who has the receipt, the pictures, and why', async () => {
    const room = await onAStick();
    await bring(room, room.order).expect(200);
    const view = (await room.student.get(`/api/hand-ins/${room.order.id}`).expect(200)).body;
    expect(view.brought).toMatchObject({ reason: 'The network of the lab was down.' });
    expect(view.receipt).toMatchObject({ student: 'Bilal Okafor', handedInAt: '2026-11-05T09:00:00.000Z' });
    // Under the name that the student's own would have had.
    expect(view.items[0].fileName).toMatch(/^Okafor/);
    const own = (await room.student.get('/api/captures').expect(200)).body;
    expect(own.items.map((item: { id: string }) => item.id)).toEqual([room.capture.id]);
    const left = (await room.instructor.get('/api/captures').expect(200)).body;
    expect(left.items).toEqual([]);
    const review = (await room.instructor.get(`/api/hand-ins/${room.order.id}/review`).expect(200)).body;
    expect(review.brought.by).toBe(view.brought.by);
  });
  it('leaves the draft of its student as it was, and is one more attempt', async () => {
    const room = await onAStick({ attempts: 2 });
    await addEvidence(room.student, room.assignment);
    await bring(room, room.order).expect(200);
    const sheet = (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200)).body;
    expect(sheet.draft.evidence).toHaveLength(1);
    expect(sheet).toMatchObject({ attemptsLeft: 1, handIns: [{ id: room.order.id }] });
  });
  it('takes the place of what its student has handed in only where that is meant', async () => {
    const room = await handedIn(server(), { attempts: 3 });
    const { body: capture } = await putCapture(
      room.instructor,
      await picture(),
      randomUUID(),
      'source=file&name=a.png',
    );
    const order = orderOf(room, capture.id);
    const { body } = await bring(room, order).expect(409);
    expect(body).toMatchObject({ code: 'already-exists', data: { of: 'hand-in' } });
    const sheet = async () =>
      (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200)).body.handIns;
    expect(await sheet()).toMatchObject([{ id: room.handInId }]);
    await bring(room, { ...order, again: true }).expect(200);
    expect(await sheet()).toMatchObject([{ id: order.id }, { id: room.handInId }]);
    // Asked again after a lost answer, it is the same one.
    await bring(room, order).expect(200);
  });
  it('is entered once however often it is sent, also twice at once', async () => {
    const room = await onAStick({ attempts: 3 });
    const answers = await Promise.all([bring(room, room.order), bring(room, room.order)]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    await bring(room, room.order).expect(200);
    const { length } = await server().context.db.selectFrom('hand_ins').select('id').execute();
    expect(length).toBe(1);
  });
  it('counts by when it came: in time, late, or too late', async () => {
    const dueAt = '2026-11-05T08:00:00.000Z';
    const room = await onAStick({
      opensAt: '2026-11-01T08:00:00.000Z',
      dueAt,
      lateUntil: '2026-11-05T09:30:00.000Z',
    });
    const { body } = await bring(room, { ...room.order, cameAt: '2026-11-05T09:45:00.000Z' }).expect(409);
    expect(body.code).toBe('closed');
    await bring(room, room.order).expect(200);
    const view = (await room.student.get(`/api/hand-ins/${room.order.id}`).expect(200)).body;
    expect(view.receipt.late).toBe(true);
  });
  it.each([
    ['a time that has not come', { cameAt: '2026-11-06T09:00:00.000Z' }, 400],
    ['no reason', { reason: ' ' }, 400],
    ['no picture', { pictures: [] }, 400],
    ['nobody of the course', { studentId: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b11' }, 404],
  ])('is refused with %s, and nothing is left of it', async (_, change, status) => {
    const room = await onAStick();
    await bring(room, { ...room.order, ...change }).expect(status);
    expect(await server().context.db.selectFrom('hand_ins').select('id').execute()).toEqual([]);
    const { owner_id } = await server()
      .context.db.selectFrom('captures')
      .select('owner_id')
      .executeTakeFirstOrThrow();
    expect(owner_id).not.toBe(room.studentPerson.id);
  });
  it('is refused with pictures that are not one’s own, are evidence elsewhere, or are named twice', async () => {
    const room = await onAStick();
    const { body: theirs } = await putCapture(room.student, await picture());
    await bring(room, orderOf(room, theirs.id)).expect(404);
    const [one] = room.order.pictures;
    const { body } = await bring(room, { ...room.order, pictures: [one, one] });
    expect(body.code).toBe('too-many');
    await bring(room, { ...room.order, pictures: [{ ...one, proofPointId: room.order.id }] }).expect(404);
    const other = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lee');
    await bring(room, { ...room.order, studentId: other.person.id }).expect(200);
    // It is the other student's now.
    await bring(room, { ...room.order, id: randomUUID() }).expect(404);
  });
  it('is no way around the attempts', async () => {
    const room = await handedIn(server());
    const { body: capture } = await putCapture(room.instructor, await picture());
    const { body } = await bring(room, orderOf(room, capture.id)).expect(409);
    expect(body.code).toBe('no-attempt-left');
  });
});
