import { randomUUID } from 'node:crypto';
import { AssignmentDefinition } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, handedIn, replaceEvidence, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const DEFINITION: AssignmentDefinition = {
  title: 'Gap filling',
  brief: 'Fill *the gap*.',
  opensAt: '2026-11-01T08:00:00.000Z',
  dueAt: '2026-11-30T17:00:00.000Z',
  lateUntil: null,
  attempts: 2,
  counts: 'best',
  statementPrompt: null,
  nameRule: '{surname}_{point}',
  points: [
    {
      title: 'The gap',
      instructions: 'Show it.',
      minPictures: 0,
      maxPictures: 2,
      needsPins: true,
      minSize: { width: 400, height: 300 },
      surface: 'window',
      formats: ['png', 'webp'],
      mustShows: [
        { text: 'the row', units: 150 },
        { text: 'your station {station}', units: 50 },
      ],
    },
  ],
};

describe('an assignment that is written', () => {
  it('is a draft that no student sees, the same when read back, and there once it is given', async () => {
    const { student, instructor, courseId } = await classroom(server());
    const id = randomUUID();
    const create = () =>
      instructor
        .post(`/api/courses/${courseId}/assignments`)
        .send({ id, definition: DEFINITION })
        .expect(200);
    const { body } = await create();
    expect(body).toMatchObject({ id, version: 1, stage: 'draft', handIns: 0, drafts: 0 });
    // Asked again after a lost answer.
    expect((await create()).body).toEqual(body);
    const written = AssignmentDefinition.parse(body.definition);
    const bare = {
      ...written,
      points: written.points.map(({ id: _, ...p }) => ({
        ...p,
        mustShows: p.mustShows.map(({ id: __, ...m }) => m),
      })),
    };
    expect(bare).toEqual(DEFINITION);
    const titles = async () =>
      (await student.get('/api/assignments')).body.map((card: { title: string }) => card.title);
    expect(await titles()).not.toContain('Gap filling');
    await student.get(`/api/assignments/${id}`).expect(404);
    await instructor.get(`/api/assignments/${id}`).expect(200);
    await instructor.put(`/api/assignments/${id}/stage`).send({ stage: 'given' }).expect(200);
    expect(await titles()).toContain('Gap filling');
    await student.get(`/api/assignments/${id}`).expect(200);
  });

  it('is changed by one at a time: the second of two is told', async () => {
    const { instructor, assignment } = await classroom(server());
    const path = `/api/assignments/${assignment.id}/definition`;
    const { definition, version } = (await instructor.get(path)).body;
    const change = (title: string) =>
      instructor.put(path).send({ definition: { ...definition, title }, baseVersion: version });
    const answers = await Promise.all([change('One'), change('Two')]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409]);
  });

  it('that runs says first what a change means for work that is there, and never changes what was handed in', async () => {
    const room = await handedIn(server(), { attempts: 3 });
    const { evidenceId } = await replaceEvidence(room.student, room.assignment);
    const path = `/api/assignments/${room.assignment.id}/definition`;
    const { definition, version } = (await room.instructor.get(path)).body;
    const changed = {
      ...definition,
      title: 'Another title',
      points: [{ title: 'New', instructions: '', mustShows: [{ text: 'x', units: 100 }] }],
    };
    const tried = await room.instructor
      .put(path)
      .send({ definition: changed, baseVersion: version, dryRun: true })
      .expect(200);
    expect(tried.body).toMatchObject({ version: 1, handIns: 1, lost: [{ code: 'P1', students: 1 }] });
    expect((await room.instructor.get(path)).body.version).toBe(1);
    await room.instructor.put(path).send({ definition: changed, baseVersion: version }).expect(200);
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200)).body;
    expect(view.assignment.title).not.toBe('Another title');
    expect(view.items).toHaveLength(1);
    const sheet = (await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200)).body;
    expect(sheet.assignment.title).toBe('Another title');
    expect(sheet.draft.evidence.map((e: { id: string }) => e.id)).not.toContain(evidenceId);
    // The picture is not lost with its place.
    const captures = (await room.student.get('/api/captures').expect(200)).body;
    expect(captures.total).toBe(2);
  });

  it('does not become a draft again once somebody has work in it; put away, it takes nothing', async () => {
    const { student, instructor, assignment } = await classroom(server());
    const stage = (to: string) =>
      instructor.put(`/api/assignments/${assignment.id}/stage`).send({ stage: to });
    await stage('draft').expect(200);
    await stage('given').expect(200);
    const { draft } = await addEvidence(student, assignment);
    await stage('draft').expect(409);
    await stage('archived').expect(200);
    await student
      .post(`/api/assignments/${assignment.id}/hand-ins`)
      .send({ id: randomUUID(), draftVersion: draft.version })
      .expect(409);
    expect((await student.get('/api/assignments')).body).toEqual([]);
  });

  it('with a wrong field says which', async () => {
    const { instructor, courseId } = await classroom(server());
    const wrong = { ...DEFINITION, dueAt: '2026-10-01T00:00:00.000Z' };
    const { body } = await instructor
      .post(`/api/courses/${courseId}/assignments`)
      .send({ id: randomUUID(), definition: wrong })
      .expect(400);
    expect(JSON.stringify(body.data)).toContain('due-before-open');
  });
});
