import { createHash, randomUUID } from 'node:crypto';
import { SignedReceipt } from '@nachweis/contract';
import { compactVerify, importJWK } from 'jose';
import JSZip from 'jszip';
import type { Agent } from 'supertest';
import { describe, expect, it } from 'vitest';
import { addEvidence, handedIn, handInSealed, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const fetchZip = async (agent: Agent, path: string) => {
  const answer = await agent
    .get(path)
    .buffer(true)
    .parse((res, done) => {
      const chunks: Buffer[] = [];
      res.on('data', (chunk: Buffer) => chunks.push(chunk));
      res.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  // Read by another library than the one that wrote it.
  return JSZip.loadAsync(answer.body as Buffer);
};

describe('the archive of a hand-in', () => {
  it('holds the files under their names, whole, and the receipt, which jose alone verifies', async () => {
    const room = await handedIn(server());
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`)).body;
    const [file] = view.receipt.files;
    const zip = await fetchZip(room.student, `/archives/hand-in/${room.handInId}.zip`);
    expect(Object.keys(zip.files).sort()).toEqual([file.name, `${view.receipt.number}-receipt.jws`].sort());
    const bytes = await zip.files[file.name]?.async('nodebuffer');
    expect(
      createHash('sha256')
        .update(bytes ?? '')
        .digest('hex'),
    ).toBe(file.sha256);
    const jws = (await zip.files[`${view.receipt.number}-receipt.jws`]?.async('string')) ?? '';
    const { keys } = (await server().nobody().get('/api/keys')).body;
    const { payload, protectedHeader } = await compactVerify(jws, await importJWK(keys[0], 'ES256'));
    expect(protectedHeader).toMatchObject({ typ: 'nachweis-receipt+jws', alg: 'ES256' });
    const signed = SignedReceipt.parse(JSON.parse(new TextDecoder().decode(payload)));
    expect(signed).toMatchObject({
      number: view.receipt.number,
      handedInAt: view.receipt.handedInAt,
      files: [{ name: file.name, sha256: file.sha256, bytes: file.bytes }],
    });
    // One changed letter.
    const broken = jws.replace(/\.(..)/, (_, two: string) => `.${two === 'ey' ? 'ez' : 'ey'}`);
    await expect(compactVerify(broken, await importJWK(keys[0], 'ES256'))).rejects.toThrow();
  });

  it('is for whose it is and for the staff; a class’s for the staff alone', async () => {
    const s = server();
    const room = await handedIn(s);
    const stranger = await s.signedIn(await s.addPerson());
    const [one, all] = [
      `/archives/hand-in/${room.handInId}.zip`,
      `/archives/assignment/${room.assignment.id}.zip`,
    ];
    await s.nobody().get(one).expect(401);
    await stranger.get(one).expect(404);
    await stranger.get(all).expect(404);
    await room.student.get(all).expect(404);
    await room.instructor.get(one).expect(200);
    await room.student.get(`/archives/hand-in/${randomUUID()}.zip`).expect(404);
    await room.student.get('/archives/hand-in/..%2f..%2fetc.zip').expect(404);
  });
});

it('the archive of a class has a folder for each student, also for two of one name', async () => {
  const s = server();
  const room = await handedIn(s, { attempts: 2 });
  const twin = await s.addPerson('Ngozi', 'Okafor');
  await s.context.db
    .insertInto('members')
    .values({ course_id: room.courseId, person_id: twin.id, role: 'student' })
    .execute();
  const agent = await s.signedIn(twin);
  const { draft } = await addEvidence(agent, room.assignment);
  await handInSealed(s, agent, room.assignment.id, draft.version);
  const zip = await fetchZip(room.instructor, `/archives/assignment/${room.assignment.id}.zip`);
  const folders = new Set(Object.keys(zip.files).map((name) => name.split('/')[0]));
  expect(folders.size).toBe(2);
  expect(Object.keys(zip.files).filter((name) => name.endsWith('.png'))).toHaveLength(2);
});
