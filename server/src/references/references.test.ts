import { randomUUID } from 'node:crypto';
import { MOST_REFERENCES, type ReferencePicture } from '@nachweis/contract';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { emptyBin } from '../captures/emptyBin.ts';
import {
  classroom,
  handedIn,
  joinCourse,
  picture,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof classroom>>;

async function add(room: Room, change: { id?: string; shown?: boolean; bytes?: Buffer } = {}) {
  const { id = randomUUID(), shown = true, bytes = await picture() } = change;
  const { body: capture } = await putCapture(room.instructor, bytes);
  const write = {
    proofPointId: room.assignment.points[0]?.id,
    captureId: capture.id as string,
    caption: 'both axes with units',
    shown,
  };
  const path = `/api/assignments/${room.assignment.id}/references/${id}`;
  const answer = await room.instructor.put(path).send(write);
  return { id, path, write, status: answer.status, body: answer.body };
}
const seenBy = async (agent: Room['student'], assignmentId: string): Promise<ReferencePicture[]> =>
  (await agent.get(`/api/assignments/${assignmentId}/references`).expect(200)).body.pictures;

describe('reference pictures', () => {
  it('are seen by who judges, and by students where they are shown', async () => {
    const room = await classroom(server());
    const shown = await add(room);
    const hidden = await add(room, { shown: false, bytes: await picture(2) });
    const { agent: marker } = await joinCourse(server(), room.courseId, 'marker', 'Mo', 'Marker');
    expect((await seenBy(marker, room.assignment.id)).map(({ id }) => id)).toEqual([shown.id, hidden.id]);
    const [seen, ...more] = await seenBy(room.student, room.assignment.id);
    expect(more).toEqual([]);
    expect(seen).toMatchObject({ id: shown.id, caption: 'both axes with units', shown: true });
    await room.student.get(seen?.href ?? '').expect(200);
    await room.student.get(seen?.thumbHref ?? '').expect(200);
    const [, secret] = await seenBy(marker, room.assignment.id);
    await marker.get(secret?.href ?? '').expect(200);
    await room.student.get(secret?.href ?? '').expect(404);
    await room.student.get(secret?.thumbHref ?? '').expect(404);
    await server()
      .nobody()
      .get(seen?.href ?? '')
      .expect(401);
    const stranger = await server().signedIn(await server().addPerson());
    await stranger.get(seen?.href ?? '').expect(404);
  });

  it('tell nothing of the camera or the place, and their bytes outlive the capture', async () => {
    const room = await classroom(server());
    const bytes = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#557' } })
      .jpeg()
      .withExif({
        IFD0: { Artist: 'Ruth Mandelbrod' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 0/1 0/1' },
      })
      .toBuffer();
    expect(bytes.includes('Mandelbrod')).toBe(true);
    const { write } = await add(room, { bytes });
    const [one] = await seenBy(room.student, room.assignment.id);
    await room.instructor.delete(`/api/captures/${write.captureId}`).expect(200);
    server().setNow('2027-01-05T10:00:00.000Z');
    expect(await emptyBin(server().context)).toBe(1);
    const student = await server().signedIn(room.studentPerson);
    const { body: file } = await student.get(one?.href ?? '').expect(200);
    expect((file as Buffer).includes('Mandelbrod')).toBe(false);
    // Exif by its identifier (CIPA DC-008, 4.5.4).
    expect((file as Buffer).includes('Exif\0')).toBe(false);
    expect(await sharp(file as Buffer).metadata()).toMatchObject({ width: 64, height: 48 });
  });

  it('are added once, however often it is asked; who is too late for the last place is told', async () => {
    const room = await classroom(server());
    const first = await add(room);
    await room.instructor.put(first.path).send(first.write).expect(200);
    expect(await seenBy(room.student, room.assignment.id)).toHaveLength(1);
    for (let i = 1; i < MOST_REFERENCES - 1; i++) await add(room, { bytes: await picture(i) });
    // One place is left; the same request twice at once takes it once.
    const twice = {
      ...first.write,
      captureId: (await putCapture(room.instructor, await picture(19))).body.id,
    };
    const path = `/api/assignments/${room.assignment.id}/references/${randomUUID()}`;
    const both = await Promise.all([1, 2].map(() => room.instructor.put(path).send(twice)));
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    await room.instructor.delete(path).expect(200);
    const [one, two] = [
      await putCapture(room.instructor, await picture(20)),
      await putCapture(room.instructor, await picture(21)),
    ];
    const answers = await Promise.all(
      [one, two].map(({ body }) =>
        room.instructor
          .put(`/api/assignments/${room.assignment.id}/references/${randomUUID()}`)
          .send({ ...first.write, captureId: body.id }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 422]);
    expect(answers.find(({ status }) => status === 422)?.body).toMatchObject({
      code: 'too-many',
      data: { of: 'references', most: MOST_REFERENCES },
    });
    expect(await seenBy(room.student, room.assignment.id)).toHaveLength(MOST_REFERENCES);
  });

  it('are taken away for students at once, and stay on record', async () => {
    const room = await classroom(server());
    const { path, id } = await add(room);
    const [one] = await seenBy(room.student, room.assignment.id);
    await room.instructor.delete(path).expect(200);
    await room.instructor.delete(path).expect(200);
    expect(await seenBy(room.student, room.assignment.id)).toEqual([]);
    await room.student.get(one?.href ?? '').expect(404);
    await room.instructor.get(one?.href ?? '').expect(200);
    const row = await server()
      .context.db.selectFrom('reference_pictures')
      .select(['added_at', 'removed_at'])
      .where('id', '=', id)
      .executeTakeFirstOrThrow();
    expect(row).toEqual({ added_at: '2026-11-05T10:00:00.000Z', removed_at: '2026-11-05T10:00:00.000Z' });
  });

  it('are of one’s own captures and of this assignment’s proof points', async () => {
    const room = await classroom(server());
    const { write } = await add(room);
    const other = await classroom(server());
    const path = () => `/api/assignments/${room.assignment.id}/references/${randomUUID()}`;
    const { body: foreign } = await putCapture(room.student, await picture(5));
    await room.instructor
      .put(path())
      .send({ ...write, captureId: foreign.id })
      .expect(404);
    const proofPointId = other.assignment.points[0]?.id;
    await room.instructor
      .put(path())
      .send({ ...write, proofPointId })
      .expect(404);
    await room.student.put(path()).send(write).expect(403);
    await other.instructor.put(path()).send(write).expect(404);
  });

  it('go along with a copy of the course and into a trial, to the proof point in the same place', async () => {
    const room = await classroom(server());
    const { id } = await add(room);
    const copy = { id: randomUUID(), title: 'Next year', days: 364 };
    await room.instructor.post(`/api/courses/${room.courseId}/copies`).send(copy).expect(200);
    const { id: copied } = await server()
      .context.db.selectFrom('assignments')
      .select('id')
      .where('course_id', '=', copy.id)
      .executeTakeFirstOrThrow();
    const [one] = await seenBy(room.instructor, copied);
    const { body: definition } = await room.instructor
      .get(`/api/assignments/${copied}/definition`)
      .expect(200);
    expect(one).toMatchObject({ proofPointId: definition.definition.points[0].id, shown: true });
    expect(one?.id).not.toBe(id);
    await room.instructor.get(one?.href ?? '').expect(200);
    const { body: trial } = await room.instructor
      .post(`/api/assignments/${room.assignment.id}/trial`)
      .expect(200);
    const { body: sheet } = await room.instructor.get(`/api/assignments/${trial.assignmentId}`).expect(200);
    const [tried] = await seenBy(room.instructor, trial.assignmentId);
    expect(tried).toMatchObject({ id, proofPointId: sheet.assignment.proofPoints[0].id });
    await room.instructor.get(tried?.href ?? '').expect(200);
  });

  it('stand among what a handed-in picture is compared with', async () => {
    const room = await handedIn(server());
    const { id } = await add(room, { shown: false });
    const point = room.assignment.points[0]?.id;
    const { body } = await room.instructor
      .get(`/api/hand-ins/${room.handInId}/comparables/${point}`)
      .expect(200);
    expect(body.references).toMatchObject([{ id, proofPointId: point }]);
  });
});
