import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { handedIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
type Room = Awaited<ReturnType<typeof handedIn>>;

const CRITERIA = [
  {
    title: 'How the work is explained',
    levels: [
      { text: 'every step and why', units: 150 },
      { text: 'the steps', units: 75 },
      { text: 'nothing', units: 0 },
    ],
  },
];
const room = () => handedIn(server(), { criteria: CRITERIA });
const reviewOf = async ({ instructor, handInId }: Room) =>
  (await instructor.get(`/api/hand-ins/${handInId}/review`).expect(200)).body;
const criterionOf = async (of: Room) => (await reviewOf(of)).assignment.criteria[0].id as string;
const write = (
  { instructor, handInId }: Room,
  levels: Record<string, { level: number | null; on: number }>,
  verdicts: Record<string, { verdict: string; on: number }> = {},
  id: string = randomUUID(),
) => instructor.put(`/api/hand-ins/${handInId}/verdicts`).send({ id, verdicts, levels });

describe('criteria', () => {
  it('add the level that was reached; a hand-in waits until all of it is judged', async () => {
    const here = await room();
    const id = await criterionOf(here);
    const shown = { verdict: 'shown', on: 0 };
    const verdicts = { [here.exponent]: shown, [here.axes]: shown };
    const half = await write(here, {}, verdicts).expect(200);
    expect(half.body).toMatchObject({ state: 'waiting', grade: { total: 175, most: 325, open: 1 } });
    const early = await here.instructor.post(`/api/hand-ins/${here.handInId}/release`).send({}).expect(422);
    expect(early.body).toMatchObject({ code: 'incomplete', data: { openVerdicts: 1 } });
    const { body } = await write(here, { [id]: { level: 1, on: 0 } }).expect(200);
    expect(body).toMatchObject({
      state: 'marked',
      grade: { total: 250, open: 0 },
      levels: { [id]: { level: 1, by: 'Ruth Mandel' } },
    });
    await here.instructor.post(`/api/hand-ins/${here.handInId}/release`).send({}).expect(200);
    const view = (await here.student.get(`/api/hand-ins/${here.handInId}`).expect(200)).body;
    expect(view.feedback).toMatchObject({ grade: { total: 250 }, levels: { [id]: { level: 1, by: '' } } });
  });
  it('are a judgement: a hand-in of which one is given is not withdrawn any more', async () => {
    const here = await room();
    await write(here, { [await criterionOf(here)]: { level: 2, on: 0 } }).expect(200);
    const { body } = await here.student.post(`/api/hand-ins/${here.handInId}/withdraw`).expect(409);
    expect(body.code).toBe('review-begun');
  });
  it('are changed on the version they had, once, and cleared', async () => {
    const here = await room();
    const id = await criterionOf(here);
    const writeId = randomUUID();
    const first = (await write(here, { [id]: { level: 0, on: 0 } }, {}, writeId).expect(200)).body;
    const again = (await write(here, { [id]: { level: 0, on: 0 } }, {}, writeId).expect(200)).body;
    expect(again.levels).toEqual(first.levels);
    const stale = await write(here, { [id]: { level: 2, on: 0 } }).expect(409);
    expect(stale.body).toMatchObject({ code: 'stale-version', data: { mustShowIds: [id] } });
    const on = first.levels[id].version as number;
    const { body } = await write(here, { [id]: { level: null, on } }).expect(200);
    expect(body).toMatchObject({ grade: { fromVerdicts: 0, open: 3 }, levels: { [id]: { level: null } } });
  });
  it('refuse a level that is not there, and a criterion of another assignment', async () => {
    const here = await room();
    const id = await criterionOf(here);
    for (const levels of [{ [id]: { level: 3, on: 0 } }, { [randomUUID()]: { level: 0, on: 0 } }])
      expect((await write(here, levels).expect(404)).body.data).toEqual({ thing: 'criterion' });
    await write(here, { [id]: { level: -1, on: 0 } }).expect(400);
    expect((await reviewOf(here)).judgement.levels).toEqual({});
  });
  it('stay as they were asked for what was handed in, whatever is asked later', async () => {
    const here = await room();
    const id = await criterionOf(here);
    await write(here, { [id]: { level: 0, on: 0 } }).expect(200);
    const path = `/api/assignments/${here.assignment.id}/definition`;
    const { definition, version } = (await here.instructor.get(path).expect(200)).body;
    expect(definition.criteria).toMatchObject([{ id, ...CRITERIA[0] }]);
    const harder = [
      { ...definition.criteria[0], levels: [{ text: 'all of it', units: 10 }, CRITERIA[0]?.levels[2]] },
    ];
    await here.instructor
      .put(path)
      .send({ definition: { ...definition, criteria: harder }, baseVersion: version })
      .expect(200);
    expect((await reviewOf(here)).judgement.grade).toMatchObject({ total: 150, most: 325 });
  });
  it('are in the history of the points, in words', async () => {
    const here = await room();
    const id = await criterionOf(here);
    const { body } = await write(here, { [id]: { level: 2, on: 0 } }).expect(200);
    await write(here, { [id]: { level: 0, on: body.levels[id].version } }).expect(200);
    const { entries } = (await here.instructor.get(`/api/hand-ins/${here.handInId}/history`).expect(200))
      .body;
    expect(entries).toMatchObject([
      {
        change: { kind: 'level', title: CRITERIA[0]?.title, from: null, to: 'nothing' },
        before: 0,
        after: 0,
      },
      { change: { kind: 'level', from: 'nothing', to: 'every step and why' }, before: 0, after: 150 },
    ]);
  });
});
