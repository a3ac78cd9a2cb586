import { createHash, randomUUID } from 'node:crypto';
import { SignedReceipt } from '@nachweis/contract';
import { compactVerify, importJWK } from 'jose';
import JSZip from 'jszip';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  giveVerdicts,
  handedIn,
  handInSealed,
  putCapture,
  serverPerTest,
} from '../testServer.testing.ts';
import { fetchBytes } from './fetchBytes.testing.ts';

const server = serverPerTest();

const bytesOf = async (agent: Agent, path: string): Promise<Buffer> =>
  (await fetchBytes(agent, path).expect(200)).body as Buffer;
/** Read by another library than the one that wrote it. */
const fetchZip = async (agent: Agent, path: string) => JSZip.loadAsync(await bytesOf(agent, path));
const hashOf = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

/** The words of a PDF, page by page, by another library than the one that wrote it. */
async function wordsOf(bytes: Buffer): Promise<string[]> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let page = 1; page <= pdf.numPages; page++) {
    const { items } = await (await pdf.getPage(page)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(''));
  }
  return pages;
}

/** Sizes of the pictures of a PDF, by that library too. */
async function picturesOf(bytes: Buffer): Promise<string[]> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const sizes: string[] = [];
  for (let page = 1; page <= pdf.numPages; page++) {
    const { fnArray, argsArray } = await (await pdf.getPage(page)).getOperatorList();
    for (const [index, operator] of fnArray.entries())
      if (operator === OPS.paintImageXObject) sizes.push(argsArray[index].slice(1).join(' x '));
  }
  return sizes;
}

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

describe('a hand-in in other forms', () => {
  it('is a bag that RFC 8493 calls complete and valid: every file is listed, and every hash holds', async () => {
    const room = await handedIn(server());
    const zip = await fetchZip(room.student, `/archives/hand-in/${room.handInId}.bag.zip`);
    const names = Object.keys(zip.files);
    const [folder = ''] = names[0]?.split('/') ?? [];
    const text = async (name: string) => (await zip.files[`${folder}/${name}`]?.async('string')) ?? '';
    // 2.1.1: exactly these two lines.
    expect(await text('bagit.txt')).toBe('BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n');
    for (const manifest of ['manifest-sha256.txt', 'tagmanifest-sha256.txt'])
      for (const line of (await text(manifest)).trim().split('\n')) {
        const [, hash, path] = /^([0-9a-f]{64}) {2}(.+)$/.exec(line) ?? [];
        const bytes = await zip.files[`${folder}/${path}`]?.async('nodebuffer');
        expect(hashOf(bytes ?? '')).toBe(hash);
      }
    const listed = (await text('manifest-sha256.txt'))
      .trim()
      .split('\n')
      .map((line) => line.slice(66));
    const payload = names
      .filter((name) => name.startsWith(`${folder}/data/`))
      .map((name) => name.slice(folder.length + 1));
    expect(payload.sort()).toEqual(listed.sort());
    expect(await text('bag-info.txt')).toContain(`External-Identifier: ${folder}`);
  });

  it('is a page whose pictures are all there, by names that lead nowhere else', async () => {
    const room = await handedIn(server());
    const zip = await fetchZip(room.student, `/archives/hand-in/${room.handInId}.page.zip`);
    const page = (await zip.files['index.html']?.async('string')) ?? '';
    const sources = [...page.matchAll(/(?:src|href)="([^"]*)"/g)].map(([, source = '']) =>
      decodeURIComponent(source),
    );
    expect(sources.length).toBeGreaterThan(0);
    for (const source of sources) expect(Object.keys(zip.files)).toContain(source);
    expect(page).not.toMatch(/<script|https?:/);
  });

  it('is a document with the picture, pixel for pixel, and its caption', async () => {
    const room = await handedIn(server());
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`)).body;
    const [file] = view.receipt.files;
    const zip = await fetchZip(room.student, `/archives/hand-in/${room.handInId}.docx`);
    const words = (await zip.files['word/document.xml']?.async('string')) ?? '';
    expect(words).toContain(file.name);
    expect(words).toContain(view.receipt.number);
    const media = Object.keys(zip.files).filter((name) => /^word\/media\/.+\.png$/.test(name));
    expect(media).toHaveLength(1);
    const pixels = async (bytes: Buffer) => sharp(bytes).removeAlpha().raw().toBuffer();
    const original = await bytesOf(room.student, file.href);
    const inside = await zip.files[media[0] ?? '']?.async('nodebuffer');
    expect((await pixels(inside ?? Buffer.alloc(0))).equals(await pixels(original))).toBe(true);
  });

  it('is an OpenDocument text that another library reads, with the picture, pixel for pixel', async () => {
    const room = await handedIn(server());
    const view = (await room.student.get(`/api/hand-ins/${room.handInId}`)).body;
    const [file] = view.receipt.files;
    const bytes = await bytesOf(room.student, `/archives/hand-in/${room.handInId}.odt`);
    // OASIS ODF 1.3, part 2, 3.3: the first file is "mimetype", stored, with nothing behind its name: the kind begins at 38.
    expect(bytes.readUInt32LE(0)).toBe(0x04034b50);
    expect(bytes.readUInt16LE(8)).toBe(0);
    expect(bytes.readUInt16LE(28)).toBe(0);
    expect(bytes.subarray(30, 38).toString()).toBe('mimetype');
    const kind = 'application/vnd.oasis.opendocument.text';
    expect(bytes.subarray(38, 38 + kind.length).toString()).toBe(kind);
    const zip = await JSZip.loadAsync(bytes);
    // 3.2: the manifest names every file but itself and the kind.
    const manifest = (await zip.files['META-INF/manifest.xml']?.async('string')) ?? '';
    const named = [...manifest.matchAll(/full-path="([^"]+)"/g)].map(([, name]) => name);
    expect(named.filter((name) => name !== '/').sort()).toEqual(
      Object.values(zip.files)
        .filter(({ dir, name }) => !dir && name !== 'mimetype' && !name.startsWith('META-INF/'))
        .map(({ name }) => name)
        .sort(),
    );
    const { OfficeParser } = await import('officeparser');
    const { value: words } = await (await OfficeParser.parseOffice(bytes)).to('text');
    for (const word of [file.name, view.receipt.number, view.receipt.student, view.assignment.title])
      expect(words).toContain(word);
    const pixels = async (picture: Buffer) => sharp(picture).removeAlpha().raw().toBuffer();
    const inside = await zip.files['Pictures/1.png']?.async('nodebuffer');
    const original = await bytesOf(room.student, file.href);
    expect((await pixels(inside ?? Buffer.alloc(0))).equals(await pixels(original))).toBe(true);
  });

  it('prints the pictures of remarks, at a place and to the whole, from the release on', async () => {
    const room = await handedIn(server());
    const { body: view } = await room.student.get(`/api/hand-ins/${room.handInId}`);
    const ofEvidence = `${view.items[0].width} x ${view.items[0].height}`;
    for (const [itemId, width] of [
      [view.items[0].id, 90],
      [null, 70],
    ] as const) {
      const bytes = await sharp({ create: { width, height: 30, channels: 3, background: '#a33' } })
        .png()
        .toBuffer();
      const { body: capture } = await putCapture(room.instructor, bytes);
      const pictureId = randomUUID();
      await room.instructor
        .put(`/api/assignments/${room.assignment.id}/remark-pictures/${pictureId}`)
        .send({ captureId: capture.id })
        .expect(200);
      const place = itemId ? { x: 3, y: 3 } : { x: null, y: null };
      await room.instructor
        .put(`/api/hand-ins/${room.handInId}/remarks/${randomUUID()}`)
        .send({ itemId, ...place, text: itemId ? 'Like this' : '', pictureId })
        .expect(200);
    }
    const path = `/archives/hand-in/${room.handInId}.pdf`;
    expect(await picturesOf(await bytesOf(room.student, path))).toEqual([ofEvidence]);
    const must = room.assignment.points[0]?.mustShows.map(({ id }) => [id, 'shown' as const]) ?? [];
    await giveVerdicts(room.instructor, room.handInId, Object.fromEntries(must));
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).send({}).expect(200);
    const after = await bytesOf(room.student, path);
    expect((await picturesOf(after)).sort()).toEqual([ofEvidence, '70 x 30', '90 x 30'].sort());
    expect((await wordsOf(after)).join(' ')).toMatch(
      /1 {2}Like this \(.*A picture \(|A picture \(.*Like this \(/s,
    );
  });

  it('is a sheet to print, with what was returned only once it is', async () => {
    const room = await handedIn(server());
    const path = `/archives/hand-in/${room.handInId}.pdf`;
    const must = room.assignment.points[0]?.mustShows.map(({ id }) => id) ?? [];
    await giveVerdicts(room.instructor, room.handInId, {
      [must[0] ?? '']: 'shown',
      [must[1] ?? '']: 'not-shown',
    });
    const [before = ''] = await wordsOf(await bytesOf(room.student, path));
    expect(before).toContain('Bilal Okafor');
    expect(before).not.toMatch(/of 1\.75 points|not shown/);
    const [classBefore = ''] = await wordsOf(
      await bytesOf(room.instructor, `/archives/assignment/${room.assignment.id}.pdf`),
    );
    expect(classBefore).toBe('Nothing has been returned yet.');
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).send({}).expect(200);
    for (const [agent, address] of [
      [room.student, path],
      [room.instructor, `/archives/assignment/${room.assignment.id}.pdf`],
    ] as const) {
      const [after = ''] = await wordsOf(await bytesOf(agent, address));
      expect(after).toContain('1 of 1.75 points');
      expect(after).toContain('the axes: not shown');
    }
  });

  it('writes every name, by its sound where no face that ships has its letters', async () => {
    const s = server();
    const room = await handedIn(s);
    await s.context.db
      .updateTable('people')
      .set({ given_name: 'Zoë Łucja', surname: 'Иванова 王' })
      .where('id', '=', room.studentPerson.id)
      .execute();
    const [words = ''] = await wordsOf(await bytesOf(room.student, `/archives/hand-in/${room.handInId}.pdf`));
    expect(words).toContain('Zoë Łucja Иванова Wang');
  });

  it('is for nobody else, and a form that is not there is not found', async () => {
    const s = server();
    const room = await handedIn(s);
    const stranger = await s.signedIn(await s.addPerson());
    for (const form of ['pdf', 'docx', 'odt', 'bag.zip', 'page.zip']) {
      await s.nobody().get(`/archives/hand-in/${room.handInId}.${form}`).expect(401);
      await stranger.get(`/archives/hand-in/${room.handInId}.${form}`).expect(404);
      await room.student.get(`/archives/assignment/${room.assignment.id}.${form}`).expect(404);
    }
    await room.student.get(`/archives/hand-in/${room.handInId}.exe`).expect(404);
  });
});
