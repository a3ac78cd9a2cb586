import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  joinCourse,
  picture,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';
import { putEvidence } from './putEvidence.ts';

const server = serverPerTest();

describe('evidence', () => {
  it('gets its name from the rule and keeps framing and marks', async () => {
    const { student, assignment } = await classroom(server(), { nameRule: '{surname}_{assignment}_{point}' });
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 3, y: 4 }];
    const framing = { kind: 'region' as const, box: { x: 1, y: 2, width: 30, height: 20 } };
    const { draft } = await addEvidence(student, assignment, { marks, framing });
    expect(draft.evidence).toMatchObject([
      { fileName: 'Okafor_Rating-curve_P1.png', marks, framing, version: 1 },
    ]);
  });
  it('numbers names that would be equal', async () => {
    const points = [1, 2].map((n) => ({ title: `Point ${n}`, instructions: '', mustShows: [] }));
    const { student, assignment } = await classroom(server(), { nameRule: '{surname}', points });
    await addEvidence(student, assignment);
    const { draft } = await addEvidence(student, assignment, {
      proofPointId: assignment.points[1]?.id ?? '',
    });
    expect(draft.evidence.map((e: { fileName: string }) => e.fileName)).toEqual([
      'Okafor.png',
      'Okafor-2.png',
    ]);
  });
  it('takes up nobody else’s place, and makes no room there, whatever is named', async () => {
    const room = await classroom(server());
    const { agent } = await joinCourse(server(), room.courseId, 'student', 'Kim', 'Lee');
    const { evidenceId } = await addEvidence(room.student, room.assignment);
    const { takenOut, draft } = await addEvidence(agent, room.assignment, { replaces: [evidenceId] });
    expect(takenOut).toEqual([]);
    expect(draft.evidence).toHaveLength(1);
    const { body } = await room.student.get(`/api/assignments/${room.assignment.id}`).expect(200);
    expect(body.draft.evidence).toMatchObject([{ id: evidenceId }]);
  });
  it('is not made of a capture that lies in the bin, until it is taken out of that', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, captureId, body } = await addEvidence(student, assignment);
    await student.delete(`/api/evidence/${evidenceId}`).expect(200);
    await student.delete(`/api/captures/${captureId}`).expect(200);
    const anew = () => student.put(`/api/evidence/${randomUUID()}`).send(body);
    expect((await anew().expect(409)).body.code).toBe('in-bin');
    expect((await student.post(`/api/evidence/${evidenceId}/restore`).send({ replaces: [] })).body.code).toBe(
      'in-bin',
    );
    await student.post(`/api/captures/${captureId}/restore`).expect(200);
    await anew().expect(200);
  });
  it('moves to another proof point with framing and marks, and its name follows', async () => {
    const points = [1, 2].map((n) => ({ title: `Point ${n}`, instructions: '', mustShows: [] }));
    const { student, assignment } = await classroom(server(), { nameRule: '{surname}_{point}', points });
    const [from, to] = assignment.points.map((point) => point.id);
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 3, y: 4 }];
    const { evidenceId, body } = await addEvidence(student, assignment, { marks });
    const moved = { ...body, proofPointId: to, baseVersion: 1 };
    const put = () => student.put(`/api/evidence/${evidenceId}`).send(moved);
    const { body: after } = await put().expect(200);
    expect(after.takenOut).toEqual([]);
    expect(after.draft.evidence).toMatchObject([
      { proofPointId: to, marks, fileName: 'Okafor_P2.png', version: 2 },
    ]);
    // Once more, as after a lost answer.
    expect((await put().expect(200)).body.draft.evidence).toEqual(after.draft.evidence);
    // To a place that is full it comes only where it is said what makes room.
    const { evidenceId: other } = await addEvidence(student, assignment, { proofPointId: from ?? '' });
    const back = (replaces: string[]) =>
      student
        .put(`/api/evidence/${evidenceId}`)
        .send({ ...body, proofPointId: from, baseVersion: 2, replaces });
    await back([]).expect(409);
    expect((await back([other]).expect(200)).body.takenOut).toEqual([other]);
  });
  it('refuses a write from an old version and keeps what is there', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body } = await addEvidence(student, assignment);
    const put = (x: number, baseVersion: number) =>
      student
        .put(`/api/evidence/${evidenceId}`)
        .send({ ...body, baseVersion, marks: [{ kind: 'pin', letter: 'a', x, y: 1 }] });
    await put(1, 1).expect(200);
    const stale = await put(2, 1).expect(409);
    expect(stale.body).toMatchObject({ code: 'stale-version', data: { of: 'evidence' } });
    const { body: sheet } = await student.get(`/api/assignments/${assignment.id}`);
    expect(sheet.draft.evidence[0]).toMatchObject({ version: 2, marks: [{ x: 1 }] });
    await put(2, 2).expect(200);
  });
  it('takes the same write twice, as after a lost answer', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body, draft } = await addEvidence(student, assignment);
    const again = await student.put(`/api/evidence/${evidenceId}`).send(body).expect(200);
    expect(again.body.draft.evidence).toEqual(draft.evidence);
  });
  it('lets a new picture take the place of the one that is named, and puts that back on undo', async () => {
    const { student, assignment } = await classroom(server());
    const first = await addEvidence(student, assignment);
    const second = await addEvidence(student, assignment, { replaces: [first.evidenceId] });
    expect(second.takenOut).toEqual([first.evidenceId]);
    expect(second.draft.evidence.map((e: { id: string }) => e.id)).toEqual([second.evidenceId]);
    const restore = (replaces: string[]) =>
      student.post(`/api/evidence/${first.evidenceId}/restore`).send({ replaces });
    expect((await restore([]).expect(409)).body).toMatchObject({ code: 'point-full', data: { point: 'P1' } });
    const undone = await restore([second.evidenceId]).expect(200);
    expect(undone.body.takenOut).toEqual([second.evidenceId]);
    expect(undone.body.draft.evidence.map((e: { id: string }) => e.id)).toEqual([first.evidenceId]);
  });
  it('holds as many pictures as the proof point allows', async () => {
    const { student, assignment } = await classroom(server(), {
      nameRule: '{point}-{picture}',
      points: [{ title: 'Two', instructions: '', maxPictures: 2, mustShows: [] }],
    });
    await addEvidence(student, assignment);
    const { draft, takenOut } = await addEvidence(student, assignment);
    expect(takenOut).toEqual([]);
    expect(draft.evidence.map((e: { fileName: string }) => e.fileName)).toEqual(['P1-1.png', 'P1-2.png']);
    const [first, second] = draft.evidence.map((e: { id: string }) => e.id);
    // Whichever of them is meant goes, also where another one would have had room.
    expect((await addEvidence(student, assignment, { replaces: [first] })).takenOut).toEqual([first]);
    await student.delete(`/api/evidence/${second}`).expect(200);
    const last = await addEvidence(student, assignment, { replaces: [first, second] });
    expect(last.takenOut).toEqual([]);
    expect(last.draft.evidence).toHaveLength(2);
  });
  it('takes no picture away that whoever sends has not heard of: of two at once one is in, the other is told', async () => {
    const { student, assignment } = await classroom(server());
    const writes = await Promise.all(
      [0, 1].map(async () => {
        const captureId = randomUUID();
        await putCapture(student, await picture(), captureId);
        return {
          assignmentId: assignment.id,
          proofPointId: assignment.points[0]?.id,
          captureId,
          framing: { kind: 'whole' },
          marks: [],
          baseVersion: 0,
        };
      }),
    );
    const ids = writes.map(() => randomUUID());
    const answers = await Promise.all(
      writes.map((write, i) => student.put(`/api/evidence/${ids[i]}`).send(write)),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const told = answers.find(({ status }) => status === 409);
    expect(told?.body).toMatchObject({ code: 'point-full', data: { point: 'P1' } });
    const { body: sheet } = await student.get(`/api/assignments/${assignment.id}`);
    const inside = answers.findIndex(({ status }) => status === 200);
    expect(sheet.draft.evidence.map((e: { id: string }) => e.id)).toEqual([ids[inside]]);
  });
  it('can be taken out and put back, twice over', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId } = await addEvidence(student, assignment);
    for (let i = 0; i < 2; i++) {
      await student.delete(`/api/evidence/${evidenceId}`).expect(200);
      expect((await student.delete(`/api/evidence/${evidenceId}`).expect(200)).body.draft.evidence).toEqual(
        [],
      );
      expect(
        (await student.post(`/api/evidence/${evidenceId}/restore`).send({}).expect(200)).body.draft.evidence,
      ).toHaveLength(1);
    }
  });
  it('counts a change of the draft whenever something is added, changed, taken out or put back', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body, draft } = await addEvidence(student, assignment);
    const versions = [draft.version];
    const change = { ...body, baseVersion: 1, framing: { kind: 'whole', width: 32 } };
    for (const answer of [
      await student.put(`/api/evidence/${evidenceId}`).send(change).expect(200),
      await student.delete(`/api/evidence/${evidenceId}`).expect(200),
      await student.post(`/api/evidence/${evidenceId}/restore`).send({}).expect(200),
    ])
      versions.push(answer.body.draft.version);
    expect(versions).toEqual([1, 2, 3, 4]);
    // What was looked at before is not what would be handed in.
    const stale = await student
      .post(`/api/assignments/${assignment.id}/hand-ins`)
      .send({ id: crypto.randomUUID(), draftVersion: 3 });
    expect(stale.body.code).toBe('stale-version');
  });
  it('stays with its capture and in its assignment, and holds none but own captures, whoever asks', async () => {
    const room = await classroom(server());
    const { evidenceId, body } = await addEvidence(room.student, room.assignment);
    const another = await server().addAssignment(room.courseId, { title: 'Another' });
    const second = await putCapture(room.student, await picture());
    const classmate = await joinCourse(server(), room.courseId, 'student', 'Zoe', 'Zander');
    const foreign = await putCapture(classmate.agent, await picture());
    const { id } = room.studentPerson;
    const put = (evidence: string, change: object) =>
      putEvidence(server().context, id, evidence, { ...body, baseVersion: 1, ...change });
    // The service itself, below the rules of access, which refuse these as well.
    await expect(put(evidenceId, { captureId: second.body.id })).rejects.toMatchObject({ code: 'not-found' });
    const elsewhere = { assignmentId: another.id, proofPointId: another.points[0]?.id ?? '' };
    await expect(put(evidenceId, elsewhere)).rejects.toMatchObject({ code: 'not-found' });
    await expect(
      put(crypto.randomUUID(), { captureId: foreign.body.id, baseVersion: 0 }),
    ).rejects.toMatchObject({ code: 'not-found' });
  });
  it('cannot be added before the assignment opens or after it closes; the capture is kept all the same', async () => {
    const { student, assignment } = await classroom(server());
    const { body } = await addEvidence(student, assignment);
    for (const [at, code] of [
      ['2026-10-31T00:00:00Z', 'not-open'],
      ['2026-11-12T16:00:01Z', 'closed'],
    ] as const) {
      server().setNow(at);
      const fresh = await server().signedIn(await fetchStudent());
      expect((await putCapture(fresh, Buffer.from('x'))).status).toBe(422);
      const answer = await fresh.put(`/api/evidence/${crypto.randomUUID()}`).send(body).expect(409);
      expect(answer.body.code).toBe(code);
    }
    async function fetchStudent() {
      const row = await server()
        .context.db.selectFrom('people')
        .selectAll()
        .where('surname', '=', 'Okafor')
        .executeTakeFirstOrThrow();
      return { id: row.id, email: row.email, name: 'Bilal Okafor' };
    }
  });
});

describe('the own statement', () => {
  it('is changed on what one sent oneself and had no answer for, not on what is somebody else’s', async () => {
    const { student, assignment } = await classroom(server(), { statementPrompt: 'Say.' });
    const put = (text: string, baseVersion: number, asked: string[] = []) =>
      student.put(`/api/assignments/${assignment.id}/statement`).send({ text, baseVersion, asked });
    await put('one', 0).expect(200);
    // The answer to it was lost.
    await put('one two', 0).expect(409);
    expect((await put('one two', 0, ['one']).expect(200)).body).toMatchObject({
      statement: 'one two',
      statementVersion: 2,
    });
    await put('other', 2).expect(200);
    await put('one two three', 0, ['one', 'one two']).expect(409);
  });

  it('is kept as written, whatever is in it', async () => {
    const { student, assignment } = await classroom(server(), { statementPrompt: 'Say.' });
    const text = `<script>alert(1)</script> \u202eright to left ${'👩‍🔬'.repeat(50)} ${'x'.repeat(10_000)}\n\n`;
    const { body } = await student
      .put(`/api/assignments/${assignment.id}/statement`)
      .send({ text, baseVersion: 0 })
      .expect(200);
    expect(body).toMatchObject({ statement: text, statementVersion: 1 });
  });
  it('loses neither side when two tabs write', async () => {
    const { student, assignment } = await classroom(server(), { statementPrompt: 'Say.' });
    const put = (text: string, baseVersion: number) =>
      student.put(`/api/assignments/${assignment.id}/statement`).send({ text, baseVersion });
    await put('one', 0).expect(200);
    expect((await put('two', 0).expect(409)).body.code).toBe('stale-version');
    expect((await put('two', 1).expect(200)).body.statement).toBe('two');
  });
});
