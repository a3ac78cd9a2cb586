import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { CaptureItem } from '@nachweis/contract';
import type { Agent } from 'supertest';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Received } from '../blobs/blobStore.ts';
import { handedIn, picture, putCapture, replaceEvidence, serverPerTest } from '../testServer.testing.ts';
import { emptyBin } from './emptyBin.ts';
import { takeCapture } from './takeCapture.ts';

const server = serverPerTest();
let agent: Agent;
beforeEach(async () => {
  agent = await server().signedIn(await server().addPerson());
});

const add = async (query: string, who = agent) =>
  (await putCapture(who, await picture(Math.floor(Math.random() * 1e6)), randomUUID(), query))
    .body as CaptureItem;
const list = async (query = '', who = agent) => (await who.get(`/api/captures?${query}`).expect(200)).body;
const ids = async (query = '') => (await list(query)).items.map((item: CaptureItem) => item.id);
const write = (id: string, change: object) => agent.put(`/api/captures/${id}/details`).send(change);

describe('searching the own captures', () => {
  it('finds words, or their beginnings, in name, note, tags, source and document title', async () => {
    const named = await add('source=file&name=rating%20curve.png');
    const noted = await add('source=clipboard');
    const tagged = await add('source=clipboard');
    const shared = await add('source=screen-share');
    const inDocument = await add('source=document&document=Gauging%20r%C3%A9sum%C3%A9');
    await write(noted.id, { note: { text: 'the weir, again', seen: '' } }).expect(200);
    await write(tagged.id, { tags: ['lower bridge'] }).expect(200);
    expect(await ids('words=curve')).toEqual([named.id]);
    expect(await ids('words=rat%20cur')).toEqual([named.id]);
    expect(await ids('words=WEIR')).toEqual([noted.id]);
    expect(await ids('words=bridge')).toEqual([tagged.id]);
    expect(await ids('words=screen%20share')).toEqual([shared.id]);
    expect(await ids('words=resume')).toEqual([inDocument.id]);
    expect(await ids('words=curve%20weir')).toEqual([]);
  });
  it('takes operators and quotes of the search language as words', async () => {
    await add('source=file&name=a.png');
    for (const words of ['"', '* OR', 'name:a AND', '(', "'; DROP TABLE captures; --", '-'])
      expect((await list(`words=${encodeURIComponent(words)}`)).items.length).toBeLessThan(2);
  });
  it('forgets what a note no longer says', async () => {
    const { id } = await add('source=file&name=a.png');
    await write(id, { note: { text: 'draft of the survey', seen: '' } });
    await write(id, { note: { text: 'final', seen: 'draft of the survey' } });
    expect(await ids('words=draft')).toEqual([]);
    expect(await ids('words=final')).toEqual([id]);
  });
});

describe('what is written to a capture', () => {
  it('leaves alone what it does not speak of', async () => {
    const { id } = await add('source=clipboard');
    await write(id, { favourite: true }).expect(200);
    await write(id, { tags: ['bridge', 'bridge'] }).expect(200);
    const { body } = await write(id, { note: { text: 'at noon', seen: '' } }).expect(200);
    expect(body).toMatchObject({ note: 'at noon', tags: ['bridge'], favourite: true });
    expect((await write(id, {}).expect(200)).body).toEqual(body);
  });
  it('names what is too much of tags, and changes nothing then', async () => {
    const { id } = await add('source=clipboard');
    const fault = async (tags: string[]) =>
      (await write(id, { note: { text: 'at noon', seen: '' }, tags }).expect(400)).body.data.fields[0]
        .message;
    expect(await fault(['x'.repeat(41)])).toBe('tag-too-long');
    expect(await fault(Array.from({ length: 21 }, (_, i) => `t${i}`))).toBe('tags-too-many');
    const { body } = await write(id, { tags: ['x'.repeat(40)] }).expect(200);
    expect(body).toMatchObject({ note: '', tags: ['x'.repeat(40)] });
  });
  it('does not take the place of a note that another tab has written since', async () => {
    const { id } = await add('source=clipboard');
    await write(id, { note: { text: 'at noon', seen: '' } }).expect(200);
    const { body } = await write(id, { note: { text: 'at ten', seen: '' } }).expect(409);
    expect(body).toMatchObject({ code: 'stale-version', data: { of: 'note' } });
    // The same once more, as after a lost answer, is no other one.
    await write(id, { note: { text: 'at noon', seen: '' } }).expect(200);
    await write(id, { note: { text: 'at ten', seen: 'at noon' } }).expect(200);
  });
});

describe('filters and pages', () => {
  it('gives all of 130 captures once each, the newest first, over three pages', async () => {
    const owner = (await agent.get('/api/session')).body.id;
    const { sha256 } = await add('source=file&name=first.png');
    const { db } = server().context;
    for (let i = 0; i < 129; i++) {
      await db
        .insertInto('captures')
        .values({
          id: randomUUID(),
          owner_id: owner,
          sha256,
          source: 'file',
          surface: 'unknown',
          original_name: `${i}.png`,
          format: 'png',
          width: 64,
          height: 48,
          notes: '',
          // Many at the same instant: the id decides among them.
          received_at: `2026-10-0${1 + (i % 3)}T10:00:00.000Z`,
        })
        .execute();
    }
    const seen: CaptureItem[] = [];
    let after = '';
    for (let page = 0; page < 3; page++) {
      const { items, total, next } = await list(`limit=50${after && `&after=${encodeURIComponent(after)}`}`);
      expect(total).toBe(130);
      seen.push(...items);
      after = next ?? '';
    }
    expect(after).toBe('');
    expect(new Set(seen.map((item) => item.id)).size).toBe(130);
    const times = seen.map((item) => item.receivedAt);
    expect(times).toEqual([...times].sort().reverse());
  });
  it('tells by source, day, favourite, course, used and unused', async () => {
    const room = await handedIn(server(), { attempts: 3 });
    agent = room.student;
    const loose = await add(`source=camera&assignmentId=${room.assignment.id}`);
    await write(loose.id, { favourite: true });
    const other = await add('source=clipboard');
    expect(await ids('source=camera')).toEqual([loose.id]);
    expect(await ids('favourite=yes')).toEqual([loose.id]);
    expect(new Set(await ids('used=no'))).toEqual(new Set([loose.id, other.id]));
    const used = (await list('used=yes')).items as CaptureItem[];
    expect(used.every((item) => item.uses.length > 0)).toBe(true);
    expect(used.length).toBeGreaterThan(0);
    expect(await ids(`courseId=${room.courseId}`)).toContain(loose.id);
    expect(await ids(`courseId=${room.courseId}`)).not.toContain(other.id);
    // As received_at has it to the millisecond: `from` is included, `until` is not.
    const at = (await list('source=clipboard')).items[0].receivedAt as string;
    const later = new Date(Date.parse(at) + 1).toISOString();
    expect(await ids(`from=${at}&until=${later}`)).toContain(other.id);
    expect(await ids(`until=${at}`)).not.toContain(other.id);
    expect(await ids(`from=${later}`)).toEqual([]);
  });
  it("shows nobody else's", async () => {
    await add('source=file');
    const stranger = await server().signedIn(await server().addPerson());
    expect((await list('', stranger)).total).toBe(0);
  });
});

describe('the bin', () => {
  it('takes a capture, gives it back, and lets it go after 30 days, not before', async () => {
    const { id } = await add('source=file&name=a.png');
    await agent.delete(`/api/captures/${id}`).expect(200);
    expect(await ids()).toEqual([]);
    expect(await ids('bin=yes')).toEqual([id]);
    await agent.post(`/api/captures/${id}/restore`).expect(200);
    expect(await ids()).toEqual([id]);
    const { body } = await agent.delete(`/api/captures/${id}`);
    const later = (days: number) => ({
      ...server().context,
      now: () => new Date(Date.parse(body.deletedAt) + days * 24 * 3600 * 1000),
    });
    expect(await emptyBin(later(29.9))).toBe(0);
    expect(await emptyBin(later(30.1))).toBe(1);
    expect(await ids('bin=yes')).toEqual([]);
    expect(await server().context.blobs.size(body.sha256)).toBeNull();
  });
  it('keeps bytes that another capture holds', async () => {
    const bytes = await picture(7);
    const [kept, gone] = [randomUUID(), randomUUID()];
    await putCapture(agent, bytes, kept);
    const { body } = await putCapture(agent, bytes, gone);
    await agent.delete(`/api/captures/${gone}`).expect(200);
    const context = { ...server().context, now: () => new Date('2030-01-01T00:00:00Z') };
    expect(await emptyBin(context)).toBe(1);
    expect(await server().context.blobs.size(body.sha256)).toBe(body.bytes);
    expect((await agent.get((await list()).items[0].href)).status).toBe(200);
  });
  it('loses no bytes that are sent again while it is emptied', async () => {
    const person = await server().addPerson();
    const own = await server().signedIn(person);
    const bytes = await picture(8);
    const { body } = await putCapture(own, bytes, randomUUID());
    await own.delete(`/api/captures/${body.id}`).expect(200);
    const { context } = server();
    let emptied = Promise.resolve(0);
    const blobs = {
      ...context.blobs,
      // The bytes are there already; the bin lets go of them before the capture that needs them is entered.
      keep: async (received: Received, sha256: string) => {
        await context.blobs.keep(received, sha256);
        emptied = emptyBin({ ...context, now: () => new Date('2030-01-01T00:00:00Z') });
        await new Promise((resolve) => setTimeout(resolve, 20));
      },
    };
    const again = await takeCapture(
      { ...context, blobs },
      {
        id: randomUUID(),
        ownerId: person.id,
        source: 'file',
        surface: 'unknown',
        name: '',
        content: Readable.from([bytes]),
      },
    );
    expect(await emptied).toBe(1);
    expect((await list('bin=yes', own)).total).toBe(0);
    expect((await own.get(again.href)).status).toBe(200);
  });
  it('never takes what a hand-in holds, and says which', async () => {
    const room = await handedIn(server(), { attempts: 3 });
    const held = (await list('used=yes', room.student)).items.find((item: CaptureItem) =>
      item.uses.some((use) => use.attempt !== null),
    );
    const { status, body } = await room.student.delete(`/api/captures/${held.id}`);
    expect([status, body.code]).toEqual([409, 'in-use']);
    expect(body.data).toMatchObject({ point: 'P1', assignment: 'Rating curve', attempt: 1 });
    const { captureId } = await replaceEvidence(room.student, room.assignment);
    expect((await room.student.delete(`/api/captures/${captureId}`)).body.data).toMatchObject({
      point: 'P1',
      attempt: null,
    });
  });
});
