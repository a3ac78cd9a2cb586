import { randomUUID } from 'node:crypto';
import { isPin } from '@nachweis/core';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { sha256Of } from '../blobs/hash.ts';
import {
  addEvidence,
  classroom,
  handIn,
  handInSealed,
  picture,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();
const PIN = [{ kind: 'pin' as const, letter: 'a', x: 5, y: 5 }];

/** Work in the background looks at the clock too: only when it rests does the clock go on by what is asked alone. */
async function letClockRunFrom(at: string, step: number): Promise<void> {
  await server().context.jobs.idle();
  server().setNow(at);
  server().letClockRun(step);
}

describe('with a clock that goes on', () => {
  it('a hand-in counts from the instant its request reached the server', async () => {
    const { student, assignment } = await classroom(server(), { lateUntil: null });
    const { draft } = await addEvidence(student, assignment);
    // Half a second before it closes; every look at the clock takes 400 ms.
    await letClockRunFrom('2026-11-10T15:59:59.500Z', 400);
    const { status, body } = await handIn(student, assignment.id, draft.version);
    server().letClockRun(0);
    expect(status).toBe(200);
    expect(body).toMatchObject({ handedInAt: '2026-11-10T15:59:59.500Z', late: false });
  });
  it('is late by the instant it was sent, though the clock passes the due time while it is entered', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment);
    await letClockRunFrom('2026-11-10T15:59:59.500Z', 400);
    const { body } = await handIn(student, assignment.id, draft.version);
    server().letClockRun(0);
    expect(body).toMatchObject({ handedInAt: '2026-11-10T15:59:59.500Z', late: false });
    const row = await server().context.db.selectFrom('hand_ins').select('late').executeTakeFirst();
    expect(row?.late).toBe(0);
  });
  it('evidence and a statement that came before it closed are taken', async () => {
    const { student, assignment } = await classroom(server(), { lateUntil: null, statementPrompt: 'Say.' });
    const { body: first } = await putCapture(student, await picture());
    await letClockRunFrom('2026-11-10T15:59:59.900Z', 300);
    await student
      .put(`/api/assignments/${assignment.id}/statement`)
      .send({ text: 'It fits.', baseVersion: 0 })
      .expect(200);
    server().letClockRun(0);
    await letClockRunFrom('2026-11-10T15:59:59.900Z', 300);
    await student
      .put(`/api/evidence/${randomUUID()}`)
      .send({
        assignmentId: assignment.id,
        proofPointId: assignment.points[0]?.id,
        captureId: first.id,
        framing: { kind: 'whole' },
        marks: [],
        baseVersion: 0,
      })
      .expect(200);
    server().letClockRun(0);
    server().setNow('2026-11-10T16:00:00.001Z');
    await student
      .put(`/api/assignments/${assignment.id}/statement`)
      .send({ text: 'Too late.', baseVersion: 1 })
      .expect(409);
  });
  it('a date in a file’s name is that of the hand-in', async () => {
    const { student, assignment } = await classroom(server(), {
      nameRule: '{surname}_{date:yyyyMMdd-HHmmss}',
      dueAt: '2026-11-30T16:00:00.000Z',
      lateUntil: null,
    });
    const { draft } = await addEvidence(student, assignment);
    await letClockRunFrom('2026-11-10T22:59:59.000Z', 1000);
    const { body } = await handIn(student, assignment.id, draft.version);
    server().letClockRun(0);
    // Europe/Berlin is an hour ahead of UTC in November (IANA time zone database).
    expect(body.files[0].name).toBe('Okafor_20261110-235959.png');
  });
  it('a session ends by the clock of the request', async () => {
    const agent = await server().signedIn(await server().addPerson());
    server().setNow('2026-11-12T09:59:59.999Z');
    await agent.get('/api/session').expect(200);
    server().setNow('2026-11-12T10:00:00.000Z');
    await agent.get('/api/session').expect(401);
  });
});

describe('handing in', () => {
  it('makes no picture: it is acknowledged before there are files, and sealed afterwards', async () => {
    const { student, assignment } = await classroom(server());
    const { context } = server();
    const render = context.pictures.render;
    let letOn = () => {};
    const gate = new Promise<void>((resolve) => {
      letOn = resolve;
    });
    context.pictures.render = async (...args) => {
      await gate;
      return render(...args);
    };
    const { draft } = await addEvidence(student, assignment, { marks: PIN });
    const { body } = await handIn(student, assignment.id, draft.version);
    expect(body).toMatchObject({
      sealedAt: null,
      files: [{ name: 'Okafor_P1.png', sha256: null, href: null }],
    });
    const view = async () => (await student.get(`/api/hand-ins/${body.handInId}`).expect(200)).body;
    expect((await view()).items).toMatchObject([{ baseHref: null, fileHref: null, damaged: false }]);
    letOn();
    context.pictures.render = render;
    await context.jobs.idle();
    const { receipt } = await view();
    expect(receipt.sealedAt).not.toBeNull();
    const file = await student.get(receipt.files[0].href).expect(200);
    expect(sha256Of(file.body)).toBe(receipt.files[0].sha256);
    expect(body.jws).toBeNull();
    expect({ ...receipt, sealedAt: null, files: [], jws: null }).toEqual({ ...body, files: [] });
  });
  it('does equal work once: the picture of the draft is the picture of the hand-in, and of the next one', async () => {
    const { student, assignment } = await classroom(server(), { attempts: 3 });
    const { context } = server();
    let rendered = 0;
    const render = context.pictures.render;
    context.pictures.render = (...args) => {
      rendered++;
      return render(...args);
    };
    const { draft } = await addEvidence(student, assignment, { marks: PIN });
    await context.jobs.idle();
    expect(rendered).toBe(1);
    const first = await handIn(student, assignment.id, draft.version);
    expect(first.body.sealedAt).not.toBeNull();
    const second = await handIn(student, assignment.id, draft.version + 1);
    expect(second.body.files[0].sha256).toBe(first.body.files[0].sha256);
    expect(rendered).toBe(1);
    context.pictures.render = render;
  });
  it('does not make what was changed again before it was its turn', async () => {
    const { student, assignment } = await classroom(server());
    const { context } = server();
    const made: number[] = [];
    const render = context.pictures.render;
    let letOn = () => {};
    const gate = new Promise<void>((resolve) => {
      letOn = resolve;
    });
    context.pictures.render = async (folder, task, signal) => {
      await gate;
      made.push(task.document.marks.filter(isPin)[0]?.x ?? -1);
      return render(folder, task, signal);
    };
    const { evidenceId, body } = await addEvidence(student, assignment, { marks: PIN });
    for (const x of [10, 11, 12])
      await student
        .put(`/api/evidence/${evidenceId}`)
        .send({ ...body, marks: [{ ...PIN[0], x }], baseVersion: x - 9 })
        .expect(200);
    letOn();
    await context.jobs.idle();
    context.pictures.render = render;
    expect(made.at(-1)).toBe(12);
    expect(made.length).toBeLessThanOrEqual(2);
  });
  it('is complete without the file of a picture whose pixels cannot be read, and says so', async () => {
    const { student, assignment } = await classroom(server());
    const { context } = server();
    const { draft } = await addEvidence(student, assignment, { marks: PIN });
    const { Unreadable } = await import('../pictures/pixelProcess.ts');
    const render = context.pictures.render;
    await context.jobs.idle();
    await context.db.updateTable('renderings').set({ base_sha256: null, file_sha256: null }).execute();
    context.pictures.render = async () => {
      throw new Unreadable('no pixels');
    };
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    context.pictures.render = render;
    expect(body.sealedAt).not.toBeNull();
    expect(body.files).toMatchObject([{ damaged: true, sha256: null }]);
  });
});

describe('what is whole and unmarked', () => {
  const jpeg = async () =>
    sharp(await picture(3, 60, 40))
      .withExif({ IFD0: { Artist: 'Okafor', Model: 'CAM-7731' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
  it('is handed in as the same coded pixels, upright, without what tells of owner and device', async () => {
    const { student, assignment } = await classroom(server());
    const bytes = await jpeg();
    const { draft } = await addEvidence(student, assignment, {}, bytes);
    expect(draft.evidence[0].fileName).toBe('Okafor_P1.jpg');
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    expect(body.files[0].name).toBe('Okafor_P1.jpg');
    const file = await student.get(body.files[0].href).expect('Content-Type', 'image/jpeg');
    expect(Buffer.from(file.body).toString('latin1')).not.toMatch(/Okafor|CAM-7731/);
    const upright = (b: Uint8Array) => sharp(b).autoOrient().raw().toBuffer();
    expect((await upright(file.body)).equals(await upright(bytes))).toBe(true);
  });
  it('becomes a PNG once something is pinned, over a base that keeps its pixels', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment, { marks: PIN }, await jpeg());
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    expect(body.files[0].name).toBe('Okafor_P1.png');
    const { items } = (await student.get(`/api/hand-ins/${body.handInId}`)).body;
    await student.get(items[0].baseHref).expect('Content-Type', 'image/jpeg').expect(200);
    await student.get(items[0].fileHref).expect('Content-Type', 'image/png').expect(200);
  });
});

it('refuses a scale that would give more than 64 million pixels', async () => {
  const { student, assignment } = await classroom(server());
  const { body } = await addEvidence(student, assignment);
  const answer = await student
    .put(`/api/evidence/${randomUUID()}`)
    .send({ ...body, framing: { kind: 'whole', width: 20_000 } });
  expect(answer.status).toBe(422);
  expect(answer.body).toMatchObject({ code: 'too-many-pixels', data: { width: 20_000, height: 15_000 } });
});
