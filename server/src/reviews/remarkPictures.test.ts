import { randomUUID } from 'node:crypto';
import type { Remark } from '@nachweis/contract';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { emptyBin } from '../captures/emptyBin.ts';
import { handedIn, joinCourse, picture, putCapture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;

/** Adds a picture and writes a remark that has nothing else. */
async function remarked(room: Room, bytes?: Buffer) {
  const { body: capture } = await putCapture(room.instructor, bytes ?? (await picture()));
  const pictureId = randomUUID();
  const path = `/api/assignments/${room.assignment.id}/remark-pictures/${pictureId}`;
  const { body: added } = await room.instructor.put(path).send({ captureId: capture.id }).expect(200);
  const remarkId = randomUUID();
  const write = { itemId: null, x: null, y: null, text: '', pictureId };
  const put = (more: object = {}, agent = room.instructor, handInId = room.handInId) =>
    agent.put(`/api/hand-ins/${handInId}/remarks/${remarkId}`).send({ ...write, ...more });
  const { body } = await put().expect(200);
  const [remark] = body.remarks as Remark[];
  if (!remark?.picture) throw new Error('The remark has no picture.');
  return { captureId: capture.id as string, path, pictureId, added, put, remark, shown: remark.picture };
}

const judgeAndRelease = async (room: Room) => {
  const verdicts = {
    [room.exponent]: { verdict: 'shown', on: 0 },
    [room.axes]: { verdict: 'shown', on: 0 },
  };
  await room.instructor
    .put(`/api/hand-ins/${room.handInId}/verdicts`)
    .send({ id: randomUUID(), verdicts })
    .expect(200);
  await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect((r) => r.status < 300);
};

describe('a picture in a remark', () => {
  it('is seen by its student from the release on and not before, and by nobody else who has not it in a remark', async () => {
    const room = await handedIn(server());
    const { shown, put } = await remarked(room);
    const { agent: classmate } = await joinCourse(server(), room.courseId, 'student', 'Imre', 'Szalai');
    for (const href of [shown.href, shown.thumbHref]) {
      await room.instructor.get(href).expect(200);
      await room.student.get(href).expect(404);
      await classmate.get(href).expect(404);
    }
    await judgeAndRelease(room);
    const { body: view } = await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200);
    expect(view.feedback.remarks).toMatchObject([{ text: '', picture: shown }]);
    for (const href of [shown.href, shown.thumbHref]) {
      await room.student.get(href).expect(200);
      await classmate.get(href).expect(404);
      await server().nobody().get(href).expect(401);
    }
    // Said otherwise, without it: the student is not to have it any more.
    const { version } = view.feedback.remarks[0];
    await put({ text: 'Look at the axis.', pictureId: null, on: version }).expect(200);
    await room.student.get(shown.href).expect(404);
    await room.instructor.get(shown.href).expect(200);
  });

  it('is nothing to who still marks a second time', async () => {
    const room = await handedIn(server());
    const { shown } = await remarked(room);
    const { agent, person } = await joinCourse(server(), room.courseId, 'marker', 'Mo', 'Marker');
    await agent.get(shown.href).expect(200);
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/second-marking`)
      .send({ id: randomUUID(), markerId: person.id, share: { kind: 'all' } })
      .expect((r) => expect(r.status).toBeLessThan(300));
    await agent.get(shown.href).expect(404);
  });

  it('tells nothing of the camera, and outlives the capture that it was', async () => {
    const room = await handedIn(server());
    const bytes = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#557' } })
      .jpeg()
      .withExif({ IFD0: { Artist: 'Ruth Mandelbrod' } })
      .toBuffer();
    const { shown, captureId } = await remarked(room, bytes);
    await room.instructor.delete(`/api/captures/${captureId}`).expect(200);
    server().setNow('2027-01-05T10:00:00.000Z');
    expect(await emptyBin(server().context)).toBe(1);
    const instructor = await server().signedIn(room.instructorPerson);
    const { body: file } = await instructor.get(shown.href).expect(200);
    expect((file as Buffer).includes('Mandelbrod')).toBe(false);
    expect(await sharp(file as Buffer).metadata()).toMatchObject({ width: 64, height: 48 });
  });

  it('is added once, and is a picture of one’s own captures and for one’s own remarks', async () => {
    const room = await handedIn(server());
    const { path, captureId, added, pictureId, put } = await remarked(room);
    expect((await room.instructor.put(path).send({ captureId }).expect(200)).body).toEqual(added);
    const { agent } = await joinCourse(server(), room.courseId, 'instructor', 'Nils', 'Brandt');
    await agent.put(path).send({ captureId }).expect(409);
    const { body: foreign } = await putCapture(room.student, await picture(5));
    const other = path.replace(pictureId, randomUUID());
    await room.instructor.put(other).send({ captureId: foreign.id }).expect(404);
    await room.student.put(other).send({ captureId: foreign.id }).expect(403);
    // Another's picture, and one of another assignment, are in no remark.
    await agent
      .put(`/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`)
      .send({ itemId: null, x: null, y: null, text: 'x', pictureId })
      .expect(404);
    const { id: elsewhere } = await server().addAssignment(room.courseId);
    const { body: mine } = await putCapture(room.instructor, await picture(6));
    const there = randomUUID();
    await room.instructor
      .put(`/api/assignments/${elsewhere}/remark-pictures/${there}`)
      .send({ captureId: mine.id })
      .expect(200);
    await put({ pictureId: there, on: 1 }).expect(404);
  });

  it('is given to many with the remark', async () => {
    const room = await handedIn(server());
    const { pictureId } = await remarked(room);
    const remark = { itemId: null, x: null, y: null, text: 'So it looks.', pictureId };
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/remarks`)
      .send({ remarks: [{ id: randomUUID(), handInId: room.handInId, remark }] })
      .expect((r) => expect(r.status, JSON.stringify(r.body)).toBeLessThan(300));
    const { body } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
    expect(body.judgement.remarks.map((one: Remark) => one.picture?.id)).toEqual([pictureId, pictureId]);
  });

  it('needs neither words nor a sign, but something', async () => {
    const room = await handedIn(server());
    await room.instructor
      .put(`/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`)
      .send({ itemId: null, x: null, y: null, text: '' })
      .expect(400);
  });
});
