import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { sha256Of } from '../blobs/hash.ts';
import {
  addEvidence,
  classroom,
  handIn,
  handInSealed,
  picture,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

describe('handing in', () => {
  it('gives a receipt whose sizes and hashes are those of the files', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment, {
      marks: [{ kind: 'pin', letter: 'a', x: 30, y: 30 }],
    });
    const { body: receipt } = await handInSealed(server(), student, assignment.id, draft.version);
    expect(receipt).toMatchObject({
      number: 'H-00001',
      attempt: 1,
      late: false,
      handedInAt: '2026-11-05T10:00:00.000Z',
      student: 'Bilal Okafor',
    });
    const [file] = receipt.files;
    expect(file).toMatchObject({ name: 'Okafor_P1.png', point: 'P1' });
    const fetched = await student.get(file.href).expect(200);
    expect(sha256Of(fetched.body)).toBe(file.sha256);
    expect(fetched.body.length).toBe(file.bytes);
  });
  it('frames to the pixel and draws marks into the file only', async () => {
    const { student, assignment } = await classroom(server());
    const bytes = await picture(5, 200, 160);
    const framing = { kind: 'region' as const, box: { x: 20, y: 30, width: 120, height: 100 } };
    const { draft } = await addEvidence(
      student,
      assignment,
      {
        framing,
        marks: [
          { kind: 'pin', letter: 'b', x: 80, y: 90 },
          { kind: 'pin', letter: 'a', x: 0, y: 0 },
        ],
      },
      bytes,
    );
    const { body: receipt } = await handInSealed(server(), student, assignment.id, draft.version);
    const { body: view } = await student.get(`/api/hand-ins/${receipt.handInId}`);
    const [item] = view.items;
    expect(item).toMatchObject({ width: 120, height: 100, marks: [{ letter: 'b', x: 60, y: 60 }] });
    const raw = async (href: string) =>
      sharp((await student.get(href)).body)
        .removeAlpha()
        .raw()
        .toBuffer();
    const expected = await sharp(bytes)
      .extract({ left: 20, top: 30, width: 120, height: 100 })
      .removeAlpha()
      .raw()
      .toBuffer();
    const base = await raw(item.baseHref);
    expect(base.equals(expected)).toBe(true);
    const file = await raw(item.fileHref);
    const at = (x: number, y: number) => (y * 120 + x) * 3;
    // The pixel itself stays free; the ring around it has a radius of 3.
    expect(file.subarray(at(57, 60), at(57, 60) + 3)).not.toEqual(base.subarray(at(57, 60), at(57, 60) + 3));
    expect(file.subarray(at(60, 60), at(60, 60) + 3)).toEqual(base.subarray(at(60, 60), at(60, 60) + 3));
    expect(file.subarray(at(5, 90), at(30, 90)).equals(base.subarray(at(5, 90), at(30, 90)))).toBe(true);
  });
  it('keeps transparency, as PNG can (W3C PNG 6.2)', async () => {
    const { student, assignment } = await classroom(server());
    const clear = await sharp({
      create: { width: 40, height: 40, channels: 4, background: { r: 10, g: 20, b: 30, alpha: 0.5 } },
    })
      .png()
      .toBuffer();
    const { draft } = await addEvidence(student, assignment, {}, clear);
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    const file = await student.get(body.files[0].href);
    const { data, info } = await sharp(file.body).raw().toBuffer({ resolveWithObject: true });
    expect(info.channels).toBe(4);
    expect(data[3]).toBe(128);
  });
  it('is frozen: no later change of the draft reaches it', async () => {
    const { student, assignment } = await classroom(server(), { attempts: 2 });
    const { evidenceId, body, draft } = await addEvidence(student, assignment, {
      marks: [{ kind: 'pin', letter: 'a', x: 5, y: 5 }],
    });
    const { body: receipt } = await handInSealed(server(), student, assignment.id, draft.version);
    const before = (await student.get(`/api/hand-ins/${receipt.handInId}`)).body;
    await student
      .put(`/api/evidence/${evidenceId}`)
      .send({ ...body, baseVersion: 1, marks: [] })
      .expect(200);
    await student.delete(`/api/evidence/${evidenceId}`).expect(200);
    await server().context.jobs.idle();
    expect((await student.get(`/api/hand-ins/${receipt.handInId}`)).body).toEqual(before);
  });
  it('gives the same receipt again for the same id, as after a lost answer', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment);
    const id = randomUUID();
    await server().context.jobs.idle();
    const first = await handIn(student, assignment.id, draft.version, id);
    const again = await handIn(student, assignment.id, draft.version, id);
    expect(again.status).toBe(200);
    expect(again.body).toEqual(first.body);
  });
  it('is counted at the moment it was asked for, and late from the first millisecond after the due time', async () => {
    for (const [at, late] of [
      ['2026-11-10T16:00:00.000Z', false],
      ['2026-11-10T16:00:00.001Z', true],
    ] as const) {
      server().setNow('2026-11-05T10:00:00.000Z');
      const { student, assignment } = await classroom(server());
      const { draft } = await addEvidence(student, assignment);
      server().setNow(at);
      expect((await handIn(student, assignment.id, draft.version)).body).toMatchObject({
        late,
        handedInAt: at,
      });
    }
  });
});

describe('refusing a hand-in', () => {
  const refused = async (answer: Promise<{ status: number; body: { code: string; data: object } }>) => {
    const { status, body } = await answer;
    const count = await server().context.db.selectFrom('hand_ins').select('id').execute();
    return { status, code: body.code, handIns: count.length };
  };
  it('before it opens, after it is closed, and late where late is not allowed', async () => {
    const { student, assignment } = await classroom(server(), { lateUntil: null });
    const { draft } = await addEvidence(student, assignment);
    server().setNow('2026-11-10T16:00:00.001Z');
    expect(await refused(handIn(student, assignment.id, draft.version))).toMatchObject({
      status: 409,
      code: 'closed',
      handIns: 0,
    });
    server().setNow('2026-10-30T10:00:00.000Z');
    expect(await refused(handIn(student, assignment.id, draft.version))).toMatchObject({
      status: 409,
      code: 'not-open',
      handIns: 0,
    });
  });
  it('a second time where one is allowed', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment);
    await handIn(student, assignment.id, draft.version);
    expect(await refused(handIn(student, assignment.id, draft.version + 1))).toMatchObject({
      status: 409,
      code: 'no-attempt-left',
      handIns: 1,
    });
  });
  it('of a draft that changed since it was looked at', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment);
    await replaceEvidence(student, assignment);
    expect(await refused(handIn(student, assignment.id, draft.version))).toMatchObject({
      status: 409,
      code: 'stale-version',
      handIns: 0,
    });
  });
  it('with something missing, all of it named', async () => {
    const points = [1, 2].map((n) => ({
      title: `Point ${n}`,
      instructions: '',
      needsPins: true,
      mustShows: [{ text: 'x', units: 100 }],
    }));
    const { student, assignment } = await classroom(server(), { points, statementPrompt: 'Say.' });
    const { draft } = await addEvidence(student, assignment);
    const answer = await handIn(student, assignment.id, draft.version);
    expect(answer.status).toBe(422);
    expect(answer.body.data.missing).toMatchObject([
      { code: 'pins-missing', level: 'problem', place: { point: 'P1' }, data: { letters: ['a'] } },
      { code: 'no-picture', level: 'problem', place: { point: 'P2' } },
      { code: 'statement-missing', level: 'problem', place: {} },
    ]);
  });
  it('to all but one of many tabs at once', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment);
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => handIn(student, assignment.id, draft.version)),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    for (const other of answers.filter((a) => a.status !== 200)) {
      expect(['no-attempt-left', 'stale-version']).toContain(other.body.code);
    }
    expect(await server().context.db.selectFrom('hand_ins').select('id').execute()).toHaveLength(1);
    expect(await server().context.db.selectFrom('hand_in_items').select('id').execute()).toHaveLength(1);
  });
  it('to all but one also where several attempts are allowed: the draft that was looked at is handed in once', async () => {
    const { student, assignment } = await classroom(server(), { attempts: 5 });
    const { draft } = await addEvidence(student, assignment);
    const answers = await Promise.all(
      Array.from({ length: 3 }, () => handIn(student, assignment.id, draft.version)),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409]);
  });
});

describe('files of a hand-in', () => {
  const setUp = async () => {
    const { student, assignment } = await classroom(server(), { nameRule: '{surname} & {point}' });
    const { draft } = await addEvidence(student, assignment);
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    return { student, href: body.files[0].href as string, sha256: body.files[0].sha256 as string };
  };
  it('open as a picture under their name', async () => {
    const { student, href, sha256 } = await setUp();
    expect(href).toMatch(/^\/files\/f-[0-9a-f-]{36}\/Okafor%20%26%20P1\.png$/);
    const { headers, body } = await student.get(href).expect(200);
    expect(headers).toMatchObject({
      'content-type': 'image/png',
      'content-length': String(body.length),
      etag: `"${sha256}"`,
      'cache-control': 'private, no-cache',
      'content-disposition': "inline; filename*=UTF-8''Okafor%20%26%20P1.png",
      'x-content-type-options': 'nosniff',
    });
    expect((await student.get(`${href}?download`)).headers['content-disposition']).toMatch(/^attachment/);
  });
  it('cost nothing when they are there already (RFC 9110 13.1.2, If-None-Match)', async () => {
    const { student, href, sha256 } = await setUp();
    const { headers } = await student.get(href).set('If-None-Match', `"${sha256}"`).expect(304);
    expect(headers['content-length']).toBeUndefined();
  });
  it('are not found under another extension or a made-up id', async () => {
    const { student, href } = await setUp();
    await student.get(href.replace('.png', '.html')).expect(404);
    await student.get(`/files/f-${randomUUID()}/a.png`).expect(404);
    await student.get('/files/..%2f..%2fetc%2fpasswd/a.png').expect(404);
  });
  it('have a thumbnail that is made again when it is lost', async () => {
    const { student, assignment } = await classroom(server());
    const { draft } = await addEvidence(student, assignment, {}, await picture(9, 1600, 900));
    const { body } = await handInSealed(server(), student, assignment.id, draft.version);
    const { items } = (await student.get(`/api/hand-ins/${body.handInId}`)).body;
    const { rm } = await import('node:fs/promises');
    await rm(`${server().context.settings.dataFolder}/thumbnails`, { recursive: true });
    const thumb = await student.get(items[0].thumbHref).expect(200);
    expect(thumb.headers['content-type']).toBe('image/webp');
    expect(await sharp(thumb.body).metadata()).toMatchObject({ width: 640, height: 360 });
  });
});
