import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { giveVerdicts, handedIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

async function returned() {
  const room = await handedIn(server());
  const mustShows = room.assignment.points[0]?.mustShows ?? [];
  await giveVerdicts(
    room.instructor,
    room.handInId,
    Object.fromEntries(mustShows.map(({ id }) => [id, 'not-shown'])),
  );
  await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).send({}).expect(200);
  const ask = (id = randomUUID(), text = 'The axes are there, at the lower left.') =>
    room.student.put(`/api/hand-ins/${room.handInId}/asked-again/${id}`).send({ text });
  const answer = (id: string, text = 'You are right.') =>
    room.instructor.put(`/api/hand-ins/${room.handInId}/asked-again/${id}/answer`).send({ text });
  return { ...room, ask, answer };
}
const isAsked = async ({ instructor, assignment }: Awaited<ReturnType<typeof returned>>) =>
  (await instructor.get(`/api/assignments/${assignment.id}/hand-ins`).expect(200)).body.rows[0].isAskedAgain;

describe('asking for a judgement again', () => {
  it('is seen in the list and the review, is answered, and both have it', async () => {
    const room = await returned();
    expect(await isAsked(room)).toBe(false);
    const id = randomUUID();
    await room.ask(id).expect(200);
    expect(await isAsked(room)).toBe(true);
    const review = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200)).body;
    expect(review.askedAgain).toMatchObject([{ id, by: 'Bilal Okafor', answer: null }]);
    await room.answer(id).expect(200);
    expect(await isAsked(room)).toBe(false);
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200)).body;
    expect(view.askedAgain).toMatchObject([{ answer: { by: 'Ruth Mandel', text: 'You are right.' } }]);
  });
  it('is once however often it is sent, also twice at once; two different ones at once are one', async () => {
    const room = await returned();
    const id = randomUUID();
    await Promise.all([room.ask(id).expect(200), room.ask(id).expect(200)]);
    const statuses = (await Promise.all([room.ask(), room.ask()])).map(({ status }) => status);
    expect(statuses).toEqual([409, 409]);
    await room.answer(id).expect(200);
    const two = (await Promise.all([room.ask(), room.ask()])).map(({ status }) => status);
    expect(two.sort()).toEqual([200, 409]);
  });
  it('has an answer that stays: another one is told', async () => {
    const room = await returned();
    const id = randomUUID();
    await room.ask(id).expect(200);
    await room.answer(id).expect(200);
    await room.answer(id).expect(200);
    await room.answer(id, 'Another word.').expect(409);
  });
  it('is not before the release, not without words, and not without end', async () => {
    const fresh = await handedIn(server());
    await fresh.student
      .put(`/api/hand-ins/${fresh.handInId}/asked-again/${randomUUID()}`)
      .send({ text: 'Why?' })
      .expect(404);
    const room = await returned();
    await room.ask(randomUUID(), '  ').expect(400);
    for (let i = 0; i < 3; i++) {
      const id = randomUUID();
      await room.ask(id).expect(200);
      await room.answer(id).expect(200);
    }
    const { body } = await room.ask().expect(422);
    expect(body.code).toBe('too-many');
  });
  it('is not seen while the release is taken back', async () => {
    const room = await returned();
    await room.ask().expect(200);
    await room.instructor
      .post(`/api/hand-ins/${room.handInId}/release/taken-back`)
      .send({ reason: 'A slip.' })
      .expect(200);
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200)).body;
    expect(view).toMatchObject({ feedback: null, askedAgain: [] });
  });
  it('of one hand-in has no id of another’s', async () => {
    const [one, other] = [await returned(), await returned()];
    const id = randomUUID();
    await one.ask(id).expect(200);
    await other.ask(id).expect(404);
    await other.answer(id).expect(404);
  });
});
