import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, picture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof classroom>>;

/** A student lets a picture come from a telephone. */
async function handedOver(room: Room, id: string = randomUUID()) {
  const { body } = await room.student
    .post(`/api/assignments/${room.assignment.id}/handovers`)
    .send({ id, proofPointId: room.assignment.points[0]?.id })
    .expect(200);
  return { id, token: body.token as string, expiresAt: body.expiresAt as string };
}
/** The telephone is signed in to nothing. */
const send = (token: string, bytes: Buffer) =>
  server()
    .nobody()
    .put(`/api/phone/${token}/picture?name=IMG_1.png`)
    .set('Content-Type', 'image/png')
    .send(bytes);
const stateOf = async (room: Room, id: string) =>
  (await room.student.get(`/api/handovers/${id}`).expect(200)).body;
const draftOf = async (room: Room) =>
  (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200)).body.draft;

describe('a picture from another device', () => {
  it('comes into the proof point it was asked for, as a photograph of its student', async () => {
    const room = await classroom(server());
    const { id, token } = await handedOver(room);
    expect(await stateOf(room, id)).toEqual({ state: 'waiting', captureId: null, evidenceId: null });
    const { body: view } = await server().nobody().get(`/api/phone/${token}`).expect(200);
    expect(view).toMatchObject({ code: 'P1', isUsed: false });
    // It tells what is needed on the other device and nothing of who it is for.
    expect(JSON.stringify(view)).not.toContain(room.studentPerson.id);
    expect((await send(token, await picture()).expect(200)).body.isUsed).toBe(true);
    const state = await stateOf(room, id);
    expect(state).toMatchObject({ state: 'arrived', captureId: id });
    const draft = await draftOf(room);
    expect(draft.evidence).toMatchObject([
      { id: state.evidenceId, proofPointId: room.assignment.points[0]?.id, capture: { source: 'camera' } },
    ]);
  });

  it('comes once: the same again changes nothing, another one is told, also of two at the same moment', async () => {
    const room = await classroom(server());
    const { id, token } = await handedOver(room);
    const [one, two] = [await picture(1), await picture(2)];
    const answers = await Promise.all([send(token, one), send(token, two)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const first = answers[0]?.status === 200 ? one : two;
    await send(token, first).expect(200);
    expect((await draftOf(room)).evidence).toHaveLength(1);
    expect((await stateOf(room, id)).state).toBe('arrived');
  });

  it('has come when it is in its place: between its bytes and that nobody is told that it is among the captures', async () => {
    const room = await classroom(server());
    const { id, token, expiresAt } = await handedOver(room);
    const bytes = await picture(1);
    // The server ended in between.
    await room.student
      .put(`/api/captures/${id}?source=camera&surface=photo`)
      .set('Content-Type', 'image/png')
      .send(bytes)
      .expect(200);
    expect((await stateOf(room, id)).state).toBe('waiting');
    server().setNow(expiresAt);
    expect(await stateOf(room, id)).toMatchObject({ state: 'arrived', captureId: id, evidenceId: null });
    // The telephone, which had no answer, sends it again.
    await send(token, bytes).expect(200);
    expect((await stateOf(room, id)).evidenceId).not.toBeNull();
  });

  it('that is no good leaves the way open for another one', async () => {
    const room = await classroom(server());
    const { id, token } = await handedOver(room);
    await send(token, Buffer.from('no picture')).expect(422);
    expect((await stateOf(room, id)).state).toBe('waiting');
    await send(token, await picture()).expect(200);
  });

  it('comes within ten minutes, by when it reached the server', async () => {
    const room = await classroom(server());
    const { id, token, expiresAt } = await handedOver(room);
    server().setNow(new Date(Date.parse(expiresAt) - 1000).toISOString());
    await send(token, await picture()).expect(200);
    const later = await handedOver(room);
    server().setNow(later.expiresAt);
    expect((await stateOf(room, later.id)).state).toBe('expired');
    await send(later.token, await picture()).expect(404);
    // The first one's page can still say that it is there.
    expect((await stateOf(room, id)).state).toBe('arrived');
  });

  it('takes no other picture’s place: where it has no room it is among the captures', async () => {
    const room = await classroom(server());
    await addEvidence(room.student, room.assignment);
    const { id, token } = await handedOver(room);
    await send(token, await picture(3)).expect(200);
    expect(await stateOf(room, id)).toEqual({ state: 'arrived', captureId: id, evidenceId: null });
    expect((await draftOf(room)).evidence).toHaveLength(1);
    const { body: captures } = await room.student.get('/api/captures').expect(200);
    expect(captures.items.map((item: { id: string }) => item.id)).toContain(id);
  });

  it('is nobody else’s: not to look after, not for another assignment’s proof point, not by a guess', async () => {
    const room = await classroom(server());
    const { id, token } = await handedOver(room);
    await room.instructor.get(`/api/handovers/${id}`).expect(404);
    await server().nobody().get(`/api/handovers/${id}`).expect(401);
    await room.instructor
      .post(`/api/assignments/${room.assignment.id}/handovers`)
      .send({ id: randomUUID(), proofPointId: room.assignment.points[0]?.id })
      .expect(403);
    await room.student
      .post(`/api/assignments/${room.assignment.id}/handovers`)
      .send({ id: randomUUID(), proofPointId: randomUUID() })
      .expect(404);
    // Also another one's id under one's own name.
    await room.student
      .post(`/api/assignments/${room.assignment.id}/handovers`)
      .send({ id, proofPointId: room.assignment.points[0]?.id })
      .expect(409);
    await send(`${token.slice(0, -1)}_`, await picture()).expect(404);
    const rows = await server().context.db.selectFrom('handovers').selectAll().execute();
    // Who reads the database learns no way in.
    expect(JSON.stringify(rows)).not.toContain(token);
  });
});
