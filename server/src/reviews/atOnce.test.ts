import { randomUUID } from 'node:crypto';
import { expect, it } from 'vitest';
import { addEvidence, handedIn, handInSealed, joinCourse, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
type Agent = Awaited<ReturnType<typeof handedIn>>['instructor'];

/** Two minutes of it: `NACHWEIS_AT_ONCE_S=120 npx vitest run server/src/reviews/atOnce.test.ts` */
const SECONDS = Number(process.env.NACHWEIS_AT_ONCE_S ?? 4);
const VERDICTS = ['shown', 'partly', 'not-shown'] as const;

/** A verdict that the server said it has. */
interface Acknowledged {
  place: string;
  /** version it took the place of */
  on: number;
  version: number;
  verdict: string;
  by: string;
}

async function school() {
  const room = await handedIn(server());
  const { agent: otto } = await joinCourse(server(), room.courseId, 'instructor', 'Otto', 'Quist');
  const { agent: second, person } = await joinCourse(server(), room.courseId, 'marker', 'Nora', 'Seitz');
  const handInIds = [room.handInId];
  for (const name of ['Berg', 'Csonka']) {
    const { agent } = await joinCourse(server(), room.courseId, 'student', 'Kim', name);
    const { draft } = await addEvidence(agent, room.assignment);
    const { body } = await handInSealed(server(), agent, room.assignment.id, draft.version);
    handInIds.push(body.handInId);
  }
  await room.instructor
    .post(`/api/assignments/${room.assignment.id}/second-marking`)
    .send({ id: randomUUID(), markerId: person.id, share: { kind: 'all' } })
    .expect(200);
  return { ...room, otto, second, handInIds };
}

it(
  `two instructors and a second marker at once for ${SECONDS} s: nothing lost, nothing doubled, the history complete`,
  async () => {
    const { instructor: ruth, otto, second, handInIds, exponent, axes } = await school();
    const until = Date.now() + SECONDS * 1000;
    // Without a seed: who comes first is the machine's choice anyway.
    const one = <T>(all: readonly T[]): T => all[Math.floor(Math.random() * all.length)] as T;
    const given: Acknowledged[] = [];
    const secondGiven: Acknowledged[] = [];
    const remarks = new Map<string, { handInId: string; text: string }>();
    const refusals: number[] = [];

    /** Writes on what was read last, now and then twice, as a browser does that did not hear the answer. */
    const judge = async (agent: Agent, by: string, read: string, write: string, into: Acknowledged[]) => {
      while (Date.now() < until) {
        const handInId = one(handInIds);
        const mustShow = one([exponent, axes]);
        const review = await agent.get(`/api/hand-ins/${handInId}/${read}`).expect(200);
        const before = review.body.judgement.verdicts[mustShow];
        const verdict = one(VERDICTS.filter((name) => name !== before?.verdict));
        const body = { id: randomUUID(), verdicts: { [mustShow]: { verdict, on: before?.version ?? 0 } } };
        const answers = await Promise.all(
          one([[1], [1], [1, 2]]).map(() => agent.put(`/api/hand-ins/${handInId}/${write}`).send(body)),
        );
        const taken = answers.filter(({ status }) => status === 200);
        refusals.push(...answers.map(({ status }) => status).filter((status) => status !== 200));
        // What a colleague gave meanwhile is answered to the same verdict, and to one sent twice: it is not this one's.
        const versions = new Set<number>(
          taken
            .map(({ body: now }) => now.verdicts[mustShow])
            .filter((now) => now.by === by && now.verdict === verdict)
            .map(({ version }) => version),
        );
        expect(versions.size).toBeLessThanOrEqual(1);
        for (const version of versions)
          into.push({ place: `${handInId} ${mustShow}`, on: before?.version ?? 0, version, verdict, by });
      }
    };
    const remark = async (agent: Agent) => {
      while (Date.now() < until) {
        const [handInId, id] = [one(handInIds), randomUUID()];
        const text = `Look here. ${id}`;
        const send = () =>
          agent
            .put(`/api/hand-ins/${handInId}/remarks/${id}`)
            .send({ itemId: null, x: null, y: null, text })
            .expect(200);
        await Promise.all([send(), send()]);
        remarks.set(id, { handInId, text });
      }
    };
    await Promise.all([
      judge(ruth, 'Ruth Mandel', 'review', 'verdicts', given),
      judge(otto, 'Otto Quist', 'review', 'verdicts', given),
      remark(ruth),
      remark(otto),
      judge(second, 'Nora Seitz', 'second-review', 'second-verdicts', secondGiven),
    ]);
    // Whoever was too late was told so, and nothing else went wrong.
    expect(refusals.filter((status) => status !== 409)).toEqual([]);
    expect(given.length).toBeGreaterThan(10);

    for (const handInId of handInIds) {
      const { body: review } = await ruth.get(`/api/hand-ins/${handInId}/review`).expect(200);
      const { body: history } = await ruth.get(`/api/hand-ins/${handInId}/history`).expect(200);
      for (const [mustShow, code] of [
        [exponent, 'P1a'],
        [axes, 'P1b'],
      ] as const) {
        const mine = given
          .filter(({ place }) => place === `${handInId} ${mustShow}`)
          .sort((a, b) => a.version - b.version);
        // Each took the place of the one before it, and none is missing.
        expect(mine.map(({ on }) => on)).toEqual(
          [0, ...mine.map(({ version }) => version)].slice(0, mine.length),
        );
        const told = history.entries.filter(
          ({ change }: { change: { code?: string } }) => change.code === code,
        );
        expect(
          told.map(({ by, change }: { by: string; change: { to: string } }) => `${by}: ${change.to}`),
        ).toEqual(mine.map(({ by, verdict }) => `${by}: ${verdict}`));
        expect(review.judgement.verdicts[mustShow]?.verdict).toBe(mine.at(-1)?.verdict);
        // The second marker's own are told apart from those of the first, and are all there.
        const own = secondGiven
          .filter(({ place }) => place === `${handInId} ${mustShow}`)
          .sort((a, b) => a.version - b.version);
        expect(own.map(({ on }) => on)).toEqual(
          [0, ...own.map(({ version }) => version)].slice(0, own.length),
        );
        const { body: theirs } = await second.get(`/api/hand-ins/${handInId}/second-review`).expect(200);
        expect(theirs.judgement.verdicts[mustShow]?.verdict).toBe(own.at(-1)?.verdict);
      }
      const texts = [...remarks.values()]
        .filter((each) => each.handInId === handInId)
        .map(({ text }) => text);
      expect(review.judgement.remarks.map(({ text }: { text: string }) => text).sort()).toEqual(texts.sort());
    }
  },
  (SECONDS + 60) * 1000,
);
