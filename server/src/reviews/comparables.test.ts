import { describe, expect, it } from 'vitest';
import { addEvidence, handedIn, handInSealed, joinCourse, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

describe('what a picture can be compared with', () => {
  it('is every attempt of the same person, and of others what counts, by name', async () => {
    const room = await handedIn(server(), { attempts: 3 });
    const point = room.assignment.points[0]?.id ?? '';
    const again = async (agent: typeof room.student) => {
      const { body: sheet } = await agent.get(`/api/assignments/${room.assignment.id}`).expect(200);
      const { body } = await handInSealed(server(), agent, room.assignment.id, sheet.draft.version);
      return body.handInId as string;
    };
    const first = async (agent: typeof room.student) => {
      const { draft } = await addEvidence(agent, room.assignment);
      return (await handInSealed(server(), agent, room.assignment.id, draft.version)).body.handInId as string;
    };
    const second = await again(room.student);
    const { agent: zoe } = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const { agent: anna } = await joinCourse(server(), room.courseId, 'student', 'Anna', 'Adler');
    await first(zoe);
    const zoes = await again(zoe);
    const annas = await first(anna);
    const comparables = async (handInId: string) =>
      (await room.instructor.get(`/api/hand-ins/${handInId}/comparables/${point}`).expect(200)).body;

    const of = await comparables(second);
    expect(of.own).toMatchObject([
      { handInId: second, student: 'Bilal Okafor', attempt: 2, isOwn: true, place: null },
    ]);
    expect(
      of.others.map((one: { handInId: string; student: string; isOwn: boolean }) => [
        one.handInId,
        one.student,
        one.isOwn,
      ]),
    ).toEqual([
      [room.handInId, 'Bilal Okafor', true],
      [annas, 'Anna Adler', false],
      [zoes, 'Zoe Zander', false],
    ]);
    await room.instructor.get(of.others[1].baseHref).expect(200);
    // Of an attempt that another one replaced, the newer one is an own attempt too.
    expect((await comparables(room.handInId)).others[0]).toMatchObject({
      handInId: second,
      attempt: 2,
      isOwn: true,
    });
    // What is taken back is no longer there; nor is a picture whose file is damaged.
    await anna.post(`/api/hand-ins/${annas}/withdraw`).expect(200);
    await server()
      .context.db.updateTable('hand_in_items')
      .set({ damaged: 1 })
      .where('hand_in_id', '=', zoes)
      .execute();
    expect((await comparables(second)).others.map((one: { handInId: string }) => one.handInId)).not.toContain(
      zoes,
    );
  });
  it('is nothing for a proof point that is not of this assignment', async () => {
    const room = await handedIn(server());
    const { body } = await room.instructor
      .get(`/api/hand-ins/${room.handInId}/comparables/00000000-0000-4000-8000-000000000000`)
      .expect(200);
    expect(body).toEqual({ own: [], others: [], references: [] });
  });
});
