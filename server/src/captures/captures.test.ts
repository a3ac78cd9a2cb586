import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { crc32 } from 'node:zlib';
import { MAX_PICTURE_BYTES } from '@nachweis/core';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { beforeEach, describe, expect, it } from 'vitest';
import { sha256Of } from '../blobs/hash.ts';
import { addEvidence, classroom, handIn, picture, putCapture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
let agent: Agent;
beforeEach(async () => {
  agent = await server().signedIn(await server().addPerson());
});

const stored = () => server().context.db.selectFrom('captures').selectAll().execute();

describe('taking a picture in', () => {
  it('keeps it byte for byte, with where it came from and when', async () => {
    const bytes = await picture();
    const { status, body } = await putCapture(
      agent,
      bytes,
      randomUUID(),
      'source=screen-share&surface=window&name=curve.png',
    );
    expect(status).toBe(200);
    expect(body).toMatchObject({
      source: 'screen-share',
      surface: 'window',
      originalName: 'curve.png',
      format: 'png',
      width: 64,
      height: 48,
      bytes: bytes.length,
      sha256: sha256Of(bytes),
      receivedAt: '2026-11-05T10:00:00.000Z',
      notes: [],
    });
    const file = await agent.get(body.href).expect(200);
    expect(Buffer.compare(file.body, bytes)).toBe(0);
  });
  it('changes nothing when the same is sent again, as after a lost answer', async () => {
    const bytes = await picture();
    const id = randomUUID();
    const [first, second] = await Promise.all([putCapture(agent, bytes, id), putCapture(agent, bytes, id)]);
    expect(second.body).toEqual(first.body);
    expect((await putCapture(agent, bytes, id)).body).toEqual(first.body);
    expect(await stored()).toHaveLength(1);
    expect((await putCapture(agent, await picture(), id)).body.code).toBe('already-exists');
  });
  it('applies the orientation of EXIF to the size (tag 274 value 6: turned by 90 degrees; TIFF 6.0, Exif 2.32)', async () => {
    const turned = await sharp(await picture(1, 64, 48))
      .withExif({})
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await putCapture(agent, turned)).body).toMatchObject({ format: 'jpeg', width: 48, height: 64 });
  });
  it('takes a wrong extension under its true type, and an animation as its first frame, and says so', async () => {
    const gif = await sharp(
      Buffer.alloc(8 * 24 * 3, 90).map((_, i) => (i * 7) & 255),
      { raw: { width: 8, height: 24, channels: 3, pageHeight: 8 } },
    )
      .gif({ delay: [50, 50, 50] })
      .toBuffer();
    const { body } = await putCapture(agent, gif, randomUUID(), 'source=file&name=moving.png');
    expect(body).toMatchObject({ format: 'gif', width: 8, height: 8 });
    expect(body.notes).toMatchObject([
      { code: 'other-extension', place: { file: 'moving.png' }, data: { extension: 'png', format: 'gif' } },
      { code: 'first-frame', place: { file: 'moving.png' } },
    ]);
    expect(body.href).toMatch(/moving\.gif$/);
  });
});

describe('refusing a picture', () => {
  const cases: Array<[string, () => Promise<Buffer> | Buffer, number, string]> = [
    ['not a picture', () => Buffer.from('hello'), 422, 'not-a-picture'],
    ['zero bytes', () => Buffer.alloc(0), 422, 'empty'],
    [
      'an SVG',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      422,
      'vector',
    ],
    ['a PNG cut short', async () => (await picture()).subarray(0, -20), 422, 'cut-short'],
    [
      'a JPEG cut short',
      async () =>
        (
          await sharp(await picture())
            .jpeg()
            .toBuffer()
        ).subarray(0, -40),
      422,
      'cut-short',
    ],
    ['a PNG with a wrong CRC', async () => flip(await picture(), 60), 422, 'wrong-crc'],
    ['more than 25 MB', () => Buffer.alloc(MAX_PICTURE_BYTES + 1, 1), 413, 'too-large'],
  ];
  it.each(cases)('%s, with what its sentence needs, and nothing kept', async (_name, make, status, code) => {
    const answer = await putCapture(agent, await make(), randomUUID(), 'source=file&name=shot.png');
    expect(answer.status).toBe(status);
    expect(answer.body.data.refusal).toMatchObject({ code, place: { file: 'shot.png' } });
    expect(await stored()).toEqual([]);
    expect(readdirSync(join(server().context.settings.dataFolder, 'blobs', 'incoming'))).toEqual([]);
  });
  it('later, by the job, of a PNG whose checksums are right and whose pixels cannot be unpacked', async () => {
    const broken = Buffer.from(await picture());
    const start = broken.indexOf('IDAT') + 4;
    const length = broken.readUInt32BE(start - 8);
    broken.fill(0xff, start + 10, start + length);
    broken.writeUInt32BE(crc32(broken.subarray(start - 4, start + length)), start + length);
    const room = await classroom(server());
    const { draft } = await addEvidence(
      room.student,
      room.assignment,
      { framing: { kind: 'region', box: { x: 0, y: 0, width: 9, height: 9 } } },
      broken,
    );
    await server().context.jobs.idle();
    const { body: sheet } = await room.student.get(`/api/assignments/${room.assignment.id}`);
    expect(sheet.draft.evidence).toMatchObject([{ damaged: true }]);
    const refused = await handIn(room.student, room.assignment.id, draft.version);
    expect(refused.body).toMatchObject({
      code: 'incomplete',
      data: { missing: [{ code: 'picture-damaged', place: { point: 'P1' } }] },
    });
    const facts = await server().context.db.selectFrom('facts').select('facts').execute();
    expect(facts.map((row) => JSON.parse(row.facts).value)).toEqual([null]);
  });
  it('never decodes a header that claims 60000 x 60000', async () => {
    const huge = Buffer.from(await picture());
    huge.writeUInt32BE(60_000, 16);
    huge.writeUInt32BE(60_000, 20);
    huge.writeUInt32BE(crc32(huge.subarray(12, 29)), 29);
    const answer = await putCapture(agent, huge);
    expect(answer.body).toMatchObject({
      code: 'picture-refused',
      data: { refusal: { code: 'too-many-pixels', data: { width: 60_000, height: 60_000 } } },
    });
  });
  it('keeps the ones beside it', async () => {
    await Promise.all([
      putCapture(agent, await picture()),
      putCapture(agent, Buffer.from('x')),
      putCapture(agent, await picture()),
    ]);
    expect(await stored()).toHaveLength(2);
  });
});

function flip(bytes: Buffer, at: number): Buffer {
  const copy = Buffer.from(bytes);
  copy[at] = (copy[at] as number) ^ 0x10;
  return copy;
}
