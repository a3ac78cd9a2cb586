import { randomUUID } from 'node:crypto';
import type { EvidenceWrite, HandInItem } from '@nachweis/contract';
import sharp from 'sharp';
import { expect, it } from 'vitest';
import { emptyBin } from '../captures/emptyBin.ts';
import {
  addEvidence,
  classroom,
  DEFINITION,
  joinCourse,
  picture,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
const BOX = { x: 10, y: 8, width: 20, height: 12 };
const FRAMED = { framing: { kind: 'region' as const, box: BOX } };
const hidden = (look: 'solid' | 'mosaic' | 'blur') => ({
  ...{ kind: 'redaction' as const, id: randomUUID(), look },
  box: { x: 12, y: 10, width: 4, height: 4 },
});
type Room = Awaited<ReturnType<typeof classroom>>;

/** Hands in what is in the draft, and gives its pictures as whoever judges gets them. */
async function handOver(room: Room, showsWhole: boolean): Promise<HandInItem[]> {
  const sheet = `/api/assignments/${room.assignment.id}`;
  const { draft } = (await room.student.get(sheet).expect(200)).body;
  const { body } = await room.student
    .post(`${sheet}/hand-ins`)
    .send({ id: randomUUID(), draftVersion: draft.version, showsWhole })
    .expect(200);
  await server().context.jobs.idle();
  return (await room.instructor.get(`/api/hand-ins/${body.handInId}/review`).expect(200)).body.items;
}
const wholeHref = (item: HandInItem | undefined) => `/files/o-${item?.id}/picture.png`;

it('a whole capture is seen by whoever judges where its student lets them, with the frame in it, and by nobody else', async () => {
  const room = await classroom(server());
  const bytes = await picture(3, 64, 48);
  const { capture } = await addEvidence(room.student, room.assignment, FRAMED, bytes);
  const [item] = await handOver(room, true);
  expect(item?.whole).toMatchObject({ width: 64, height: 48 });
  expect(item?.whole?.frame).toEqual([
    { x: 10, y: 8 },
    { x: 30, y: 8 },
    { x: 30, y: 20 },
    { x: 10, y: 20 },
  ]);
  const href = item?.whole?.href ?? '';
  const pixels = (of: Buffer) => sharp(of).ensureAlpha().raw().toBuffer();
  const seen = await room.instructor.get(href).expect(200);
  expect((await pixels(seen.body)).equals(await pixels(bytes))).toBe(true);
  // Nor by whom it was handed in with: its owner has the capture itself.
  await room.student.get(href).expect(404);
  await room.student.get(capture.href).expect(200);
  const { agent: classmate } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
  await classmate.get(href).expect(404);
  await server().nobody().get(href).expect(401);
  // The capture itself stays its owner's, and in the bin it takes nothing along.
  await room.instructor.get(capture.href).expect(404);
  await room.student.delete(`/api/captures/${capture.id}`);
  const { context } = server();
  const later = new Date(context.now().getTime() + 40 * 24 * 3_600_000);
  await emptyBin({ ...context, now: () => later });
  await room.instructor.get(href).expect(200);
});

it('without that nothing of what was framed away is there, by no address', async () => {
  const room = await classroom(server());
  await addEvidence(room.student, room.assignment, FRAMED);
  const [item] = await handOver(room, false);
  expect(item).toMatchObject({ whole: null, baseHref: expect.any(String) });
  await room.instructor.get(wholeHref(item)).expect(404);
});

it.each([
  ['solid', { marks: [hidden('solid')] }],
  ['mosaic', { marks: [hidden('mosaic')] }],
  ['blur', { marks: [hidden('blur')] }],
  ['a band taken out', { trims: [{ kind: 'band', of: 'rows', from: 2, to: 5 }] }],
] as const)(
  'of a capture in which something is hidden (%s) the whole is never shown, also not beside another picture of it',
  async (_, change) => {
    const [point] = DEFINITION.points;
    const room = await classroom(server(), { points: point ? [{ ...point, maxPictures: 2 }] : [] });
    // Two pictures of one capture: in one of them something is hidden, the other one would show it.
    const bytes = await picture(9, 64, 48);
    const one = await addEvidence(
      room.student,
      room.assignment,
      { ...FRAMED, ...(change as unknown as Partial<EvidenceWrite>) },
      bytes,
    );
    const again = randomUUID();
    await putCapture(room.student, bytes, again);
    const body = { ...one.body, ...FRAMED, marks: [], trims: [], captureId: again };
    await room.student.put(`/api/evidence/${randomUUID()}`).send(body).expect(200);
    const items = await handOver(room, true);
    expect(items).toHaveLength(2);
    for (const item of items) {
      expect(item.whole).toBeNull();
      await room.instructor.get(wholeHref(item)).expect(404);
    }
  },
);

it('a picture that is the whole capture already has no other', async () => {
  const room = await classroom(server());
  await addEvidence(room.student, room.assignment);
  const [item] = await handOver(room, true);
  expect(item?.whole).toBeNull();
});

it('what was hidden before stays hidden: at an earlier hand-in, for another assignment, in a picture that was taken out', async () => {
  const room = await classroom(server(), { attempts: 2 });
  const bytes = await picture(11, 64, 48);
  const hides = { ...FRAMED, marks: [hidden('solid')] };
  const sheet = async () =>
    (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200)).body.draft.evidence[0];
  const { evidenceId, body } = await addEvidence(room.student, room.assignment, hides, bytes);
  await handOver(room, true);
  const { version } = await sheet();
  const open = { ...body, ...FRAMED, marks: [], baseVersion: version };
  await room.student.put(`/api/evidence/${evidenceId}`).send(open).expect(200);
  expect(await sheet()).toMatchObject({ marks: [], captureHides: true });
  const [item] = await handOver(room, true);
  expect(item?.whole).toBeNull();
  await room.instructor.get(wholeHref(item)).expect(404);

  // Of the same bytes, for another assignment.
  const assignment = await server().addAssignment(room.courseId);
  const other = { ...room, assignment };
  const first = await addEvidence(room.student, assignment, FRAMED, await picture(12, 64, 48));
  expect(first.draft.evidence[0]).toMatchObject({ captureHides: false });
  await room.student.delete(`/api/evidence/${first.evidenceId}`).expect(200);
  await addEvidence(room.student, assignment, FRAMED, bytes);
  expect((await handOver(other, true))[0]?.whole).toBeNull();

  // Hidden in a picture that is not handed in at all; what somebody else hides of the same bytes says nothing here.
  const third = { ...room, assignment: await server().addAssignment(room.courseId) };
  const same = await picture(13, 64, 48);
  const tried = await addEvidence(room.student, third.assignment, hides, same);
  await room.student.delete(`/api/evidence/${tried.evidenceId}`).expect(200);
  await addEvidence(room.student, third.assignment, FRAMED, same);
  expect((await handOver(third, true))[0]?.whole).toBeNull();
  const { agent: classmate } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
  await addEvidence(classmate, third.assignment, FRAMED, same);
  const [theirs] = await handOver({ ...third, student: classmate }, true);
  expect(theirs?.whole).not.toBeNull();
});
