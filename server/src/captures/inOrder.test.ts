import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { sha256Of } from '../blobs/hash.ts';
import {
  addEvidence,
  classroom,
  handedIn,
  joinCourse,
  picture,
  putCapture,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';
import { emptyBin } from './emptyBin.ts';
import { requireRoom } from './quota.ts';

const server = serverPerTest({ mostPictures: 12 });
const LATER = new Date('2030-01-01T00:00:00Z');

describe('two at once', () => {
  it('uploads with one id and different bytes: one is kept, the other is told', async () => {
    const { student } = await classroom(server());
    const id = randomUUID();
    const [a, b] = [await picture(), await picture()];
    const answers = await Promise.all([putCapture(student, a, id), putCapture(student, b, id)]);
    expect(answers.map((x) => x.status).sort()).toEqual([200, 409]);
    const kept = answers.find((x) => x.status === 200)?.body;
    const file = await student.get(kept.href).expect(200);
    expect(sha256Of(file.body)).toBe(kept.sha256);
    expect(answers.find((x) => x.status === 409)?.body.code).toBe('already-exists');
  });
  it('evidence and the bin: one wins, the other is told, nothing half', async () => {
    const { student, assignment } = await classroom(server());
    const replaces: string[] = [];
    for (let round = 0; round < 4; round++) {
      const { body: capture } = await putCapture(student, await picture());
      const write = {
        assignmentId: assignment.id,
        proofPointId: assignment.points[0]?.id,
        captureId: capture.id,
        framing: { kind: 'whole' },
        marks: [],
        baseVersion: 0,
        replaces,
      };
      const evidenceId = randomUUID();
      replaces.push(evidenceId);
      const [put, remove] = await Promise.all([
        student.put(`/api/evidence/${evidenceId}`).send(write),
        student.delete(`/api/captures/${capture.id}`),
      ]);
      const row = await server()
        .context.db.selectFrom('captures')
        .select('deleted_at')
        .where('id', '=', capture.id)
        .executeTakeFirstOrThrow();
      if (put.status === 200) {
        expect([remove.status, remove.body.code, row.deleted_at]).toEqual([409, 'in-use', null]);
      } else {
        expect([put.status, put.body.code, remove.status]).toEqual([409, 'in-bin', 200]);
        expect(row.deleted_at).not.toBeNull();
      }
    }
  });
  it('a change of evidence that was taken out elsewhere is told, and keeps nothing', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body } = await addEvidence(student, assignment);
    await student.delete(`/api/evidence/${evidenceId}`).expect(200);
    const marks = [{ kind: 'pin', letter: 'a', x: 1, y: 1 }];
    const answer = await student.put(`/api/evidence/${evidenceId}`).send({ ...body, marks, baseVersion: 1 });
    expect([answer.status, answer.body.data]).toEqual([409, { of: 'evidence-taken-out' }]);
    const { body: back } = await student.post(`/api/evidence/${evidenceId}/restore`).send({}).expect(200);
    expect(back.draft.evidence).toMatchObject([{ marks: [], version: 1 }]);
  });
});

describe('a repeated write changes nothing, also not the version of the draft', () => {
  it('of evidence, of a statement, of taking out', async () => {
    const { student, assignment } = await classroom(server());
    const { evidenceId, body, draft } = await addEvidence(student, assignment);
    // What is found in the picture comes into the answers when it is found; here only writes count.
    await server().context.jobs.idle();
    const again = await student.put(`/api/evidence/${evidenceId}`).send(body).expect(200);
    expect(again.body.draft.version).toBe(draft.version);
    const statement = () =>
      student.put(`/api/assignments/${assignment.id}/statement`).send({ text: 'It fits.', baseVersion: 0 });
    const first = (await statement().expect(200)).body;
    const second = (await statement().expect(200)).body;
    expect(second).toEqual(first);
    const out = (await student.delete(`/api/evidence/${evidenceId}`).expect(200)).body.draft.version;
    expect((await student.delete(`/api/evidence/${evidenceId}`).expect(200)).body.draft.version).toBe(out);
    expect(out).toBe(first.version + 1);
  });
});

describe('emptying the bin', () => {
  it('takes thumbnails and facts along, and the same bytes sent again are looked at again', async () => {
    const { student } = await classroom(server());
    const { db, blobs, jobs } = server().context;
    const bytes = await picture();
    const { body } = await putCapture(student, bytes);
    await jobs.idle();
    expect(await blobs.derivedSize(body.sha256, 'thumbnail')).not.toBeNull();
    await student.delete(`/api/captures/${body.id}`).expect(200);
    await emptyBin({ ...server().context, now: () => LATER });
    expect(await blobs.size(body.sha256)).toBeNull();
    expect(await blobs.derivedSize(body.sha256, 'thumbnail')).toBeNull();
    expect(await db.selectFrom('facts').select('sha256').execute()).toEqual([]);
    await putCapture(student, bytes);
    await jobs.idle();
    expect(await blobs.derivedSize(body.sha256, 'thumbnail')).not.toBeNull();
    expect(await db.selectFrom('facts').select('sha256').execute()).toHaveLength(1);
  });
  it('lets go of pictures that were made of a draft and are wanted no more, and of nothing that is', async () => {
    const { student, assignment } = await classroom(server());
    const { db, jobs, blobs } = server().context;
    const pin = (x: number) => [{ kind: 'pin' as const, letter: 'a', x, y: 9 }];
    const { evidenceId, body } = await addEvidence(student, assignment, { marks: pin(9) });
    await jobs.idle();
    const [first] = await db.selectFrom('renderings').select(['file_sha256']).execute();
    await student
      .put(`/api/evidence/${evidenceId}`)
      .send({ ...body, marks: pin(30), baseVersion: 1 })
      .expect(200);
    await jobs.idle();
    await emptyBin({ ...server().context, now: () => LATER });
    expect(await blobs.size(first?.file_sha256 ?? '')).toBeNull();
    const left = await db.selectFrom('renderings').select('file_sha256').execute();
    expect(left).toHaveLength(1);
    expect(await blobs.size(left[0]?.file_sha256 ?? '')).not.toBeNull();
    const captures = await db.selectFrom('captures').select('sha256').execute();
    for (const { sha256 } of captures) expect(await blobs.size(sha256)).not.toBeNull();
  });
  it('has the picture made anew of what was out when it was let go of, once it is put back', async () => {
    const { student, assignment } = await classroom(server());
    const { db, jobs, blobs } = server().context;
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 9, y: 9 }];
    const { evidenceId } = await addEvidence(student, assignment, { marks });
    await jobs.idle();
    await student.delete(`/api/evidence/${evidenceId}`).expect(200);
    await emptyBin({ ...server().context, now: () => LATER });
    expect(await db.selectFrom('renderings').select('key').execute()).toEqual([]);
    await student.post(`/api/evidence/${evidenceId}/restore`).send({ replaces: [] }).expect(200);
    await jobs.idle();
    const { file_sha256 } = await db
      .selectFrom('evidence')
      .innerJoin('renderings', 'renderings.key', 'evidence.rendering_key')
      .select('file_sha256')
      .executeTakeFirstOrThrow();
    expect(await blobs.size(file_sha256 ?? '')).not.toBeNull();
  });
  it('takes what was on a proof sheet once and was taken out there, and the evidence with it', async () => {
    const { student, assignment } = await classroom(server());
    const { db, jobs, blobs } = server().context;
    const { evidenceId, body } = await addEvidence(student, assignment);
    const { sha256 } = await db.selectFrom('captures').select('sha256').executeTakeFirstOrThrow();
    await student.delete(`/api/evidence/${evidenceId}`).expect(200);
    await student.delete(`/api/captures/${body.captureId}`).expect(200);
    await jobs.idle();
    expect(await emptyBin({ ...server().context, now: () => LATER })).toBe(1);
    expect(await db.selectFrom('evidence').select('id').execute()).toEqual([]);
    expect(await db.selectFrom('captures').select('id').execute()).toEqual([]);
    expect(await blobs.size(sha256)).toBeNull();
  });
  it('takes nothing that a hand-in or a proof sheet holds, even if it lies in the bin', async () => {
    // Nobody can put it there; a row that says so, however it came about, costs nobody a picture.
    const room = await handedIn(server(), { attempts: 2 });
    const { db, blobs, jobs } = server().context;
    const pin = [{ kind: 'pin' as const, letter: 'a', x: 9, y: 9 }];
    await replaceEvidence(room.student, room.assignment, { marks: pin });
    await jobs.idle();
    const before = await db.selectFrom('captures').select(['id', 'sha256']).execute();
    expect(before).toHaveLength(2);
    await db.updateTable('captures').set({ deleted_at: '2026-11-05T10:00:00.000Z' }).execute();
    expect(await emptyBin({ ...server().context, now: () => LATER })).toBe(0);
    expect(await db.selectFrom('captures').select(['id', 'sha256']).execute()).toEqual(before);
    for (const { sha256 } of before) expect(await blobs.size(sha256)).not.toBeNull();
  });
  it('leaves the files of a hand-in, though nothing else holds their bytes', async () => {
    const room = await handedIn(server());
    const { db, blobs } = server().context;
    // Made anew under another key by a later version, renderings come and go; the receipt stands for these bytes.
    await db.updateTable('hand_in_items').set({ rendering_key: null }).execute();
    await db.updateTable('evidence').set({ rendering_key: null }).execute();
    const [item] = await db.selectFrom('hand_in_items').select(['base_sha256', 'file_sha256']).execute();
    const other = await db.selectFrom('blobs').selectAll().executeTakeFirstOrThrow();
    const stored = { ...other, sha256: 'f'.repeat(64) };
    await db.insertInto('blobs').values(stored).execute();
    await db.updateTable('hand_in_items').set({ file_sha256: stored.sha256 }).execute();
    await emptyBin({ ...server().context, now: () => LATER });
    const left = await db.selectFrom('blobs').select('sha256').execute();
    expect(left.map((row) => row.sha256)).toContain(stored.sha256);
    await db.updateTable('hand_in_items').set({ file_sha256: null, base_sha256: stored.sha256 }).execute();
    await emptyBin({ ...server().context, now: () => LATER });
    expect((await db.selectFrom('blobs').select('sha256').execute()).map((row) => row.sha256)).toContain(
      stored.sha256,
    );
    expect(await blobs.size(room.receipt.items?.[0]?.sha256 ?? item?.base_sha256 ?? '')).not.toBeNull();
  });
  it('goes on after a crash between rows and files', async () => {
    const { student } = await classroom(server());
    const { db, blobs } = server().context;
    const { body } = await putCapture(student, await picture());
    await server().context.jobs.idle();
    await student.delete(`/api/captures/${body.id}`).expect(200);
    const dying = { ...blobs, remove: () => Promise.reject(new Error('killed')) };
    await emptyBin({ ...server().context, blobs: dying, now: () => LATER }).catch(() => undefined);
    expect(await blobs.size(body.sha256)).not.toBeNull();
    await emptyBin({ ...server().context, now: () => LATER });
    expect(await blobs.size(body.sha256)).toBeNull();
    expect(await db.selectFrom('leaving_blobs').selectAll().execute()).toEqual([]);
  });
});

it('keeps as many pictures of one person as are allowed, and says so; what is there can be sent again', async () => {
  const { student } = await classroom(server());
  const sent: Array<[string, Buffer]> = [];
  for (let i = 0; i < 12; i++) {
    const [id, bytes] = [randomUUID(), await picture()] as const;
    expect((await putCapture(student, bytes, id)).status).toBe(200);
    sent.push([id, bytes]);
  }
  const refused = await putCapture(student, await picture());
  expect(refused.body).toMatchObject({ code: 'quota', data: { pictures: 12, mostPictures: 12 } });
  const [id = '', bytes = Buffer.alloc(0)] = sent[0] ?? [];
  expect((await putCapture(student, bytes, id as ReturnType<typeof randomUUID>)).status).toBe(200);
});

it('keeps as many bytes of one person as are allowed, however few the pictures, and counts nobody else’s', async () => {
  const s = server();
  const { student, studentPerson, courseId } = await classroom(s);
  const { body } = await putCapture(student, await picture(), randomUUID());
  const { person } = await joinCourse(s, courseId, 'student', 'Kim', 'Lee');
  const context = { ...s.context, settings: { ...s.context.settings, mostMegabytes: 1 } };
  await context.db
    .updateTable('blobs')
    .set({ bytes: 1024 * 1024 - 1 })
    .execute();
  await requireRoom(context, studentPerson.id, randomUUID());
  await context.db
    .updateTable('blobs')
    .set({ bytes: 1024 * 1024 })
    .execute();
  const told = { code: 'quota', data: { pictures: 1, bytes: 1024 * 1024, mostMegabytes: 1 } };
  await expect(requireRoom(context, studentPerson.id, randomUUID())).rejects.toMatchObject(told);
  // What is there needs no room, and what fills one person's keeps nobody else out.
  await requireRoom(context, studentPerson.id, body.id);
  await requireRoom(context, person.id, randomUUID());
});
