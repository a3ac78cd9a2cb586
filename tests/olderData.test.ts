// A data folder and a backup as commit 36f8c14 left them: four hand-ins, drafts, a bin, presets, jobs under way.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { FACTS_VERSION } from '@nachweis/core';
import { createApp, createContext, readSettings } from '@nachweis/server';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const OLDER = join(import.meta.dirname, 'older', '36f8c14');
const ORIGIN = 'http://nachweis.test';
const before = JSON.parse(readFileSync(join(OLDER, 'expected.json'), 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'nachweis-older-'));
const log = pino({ level: 'silent' });
const settings = readSettings({ NACHWEIS_DATA: folder, NACHWEIS_ORIGIN: ORIGIN });
let context: Awaited<ReturnType<typeof createContext>>;

const signedIn = async (who: string) => {
  const agent = request.agent(createApp(context)).set('Origin', ORIGIN);
  await agent
    .post('/api/session')
    .send({ email: before.people[who].email, password: before.password })
    .expect(200);
  return agent;
};

beforeAll(async () => {
  execFileSync('tar', ['-xzf', join(OLDER, 'data.tar.gz'), '-C', folder]);
  context = await createContext(settings, log);
  await context.jobs.idle();
});
afterAll(() => context.close());

/** That version knew no rules for lateness, no bonus and no rounding: none of them changed anything. */
const asGraded = (grade: { total: number }) => ({
  ...{ lateSteps: 0, lateCost: 0, bonus: 0, exact: grade.total },
  ...grade,
});

describe('a data folder of an earlier version', () => {
  it('is copied before it is brought up to date', async () => {
    expect(readdirSync(folder)).toContain('nachweis-at-0003_capture_scale.db');
    const { rows } = await context.db.executeQuery<Record<string, unknown>>({
      sql: 'PRAGMA foreign_key_check',
      parameters: [],
      query: { kind: 'RawNode' } as never,
      queryId: { queryId: 'check' },
    });
    expect(rows).toEqual([]);
  });
  it.each(['ada1', 'ada2', 'bilal1', 'chen1'])(
    'keeps the receipt of %s, its files and its hashes',
    async (name) => {
      const { id, who, view } = before.handIns[name];
      const agent = await signedIn(who);
      const { body } = await agent.get(`/api/hand-ins/${id}`).expect(200);
      const { files, ...receipt } = view.receipt;
      expect(body.receipt).toMatchObject(receipt);
      expect(body.receipt.files).toMatchObject(files);
      expect(body.statement).toBe(view.statement);
      for (const [index, item] of view.items.entries()) {
        // The record of its capture is given with a salted hash since.
        const { baseHref, fileHref, thumbHref, record: _, ...frozen } = item;
        expect(body.items[index]).toMatchObject(frozen);
        for (const href of [baseHref, fileHref, thumbHref]) await agent.get(href).expect(200);
        const fetched = await agent.get(fileHref).expect(200);
        expect(fetched.body.length).toBe(item.bytes);
      }
    },
  );
  it.each(['ada1', 'ada2', 'bilal1', 'chen1'])(
    'keeps the verdicts, remarks and points of %s',
    async (name) => {
      const { id, who, view, review } = before.handIns[name];
      const staff = await signedIn('ruth');
      const { body } = await staff.get(`/api/hand-ins/${id}/review`).expect(200);
      const { judgement } = body;
      const verdicts = Object.fromEntries(
        Object.entries<{ verdict: string }>(judgement.verdicts).map(([key, one]) => [key, one.verdict]),
      );
      expect(verdicts).toEqual(review.judgement.verdicts);
      expect(judgement.grade).toEqual(asGraded(review.judgement.grade));
      expect(judgement.remarks).toMatchObject(review.judgement.remarks);
      expect(body).toMatchObject({
        number: review.number,
        state: review.state,
        releasedAt: review.releasedAt,
      });
      const student = await signedIn(who);
      const { feedback } = (await student.get(`/api/hand-ins/${id}`)).body;
      expect(feedback?.grade ?? null).toEqual(view.feedback ? asGraded(view.feedback.grade) : null);
      expect(feedback?.changedAt ?? null).toBeNull();
    },
  );
  it('keeps drafts with framing and pins, what was taken out, captures, the bin and presets', async () => {
    const { noor, assignments } = before;
    const agent = await signedIn('noor');
    const { body: sheet } = await agent.get(`/api/assignments/${assignments.open}`).expect(200);
    const { draft } = noor.sheet;
    expect(sheet.draft).toMatchObject({ version: draft.version, statement: draft.statement });
    expect(sheet.draft.evidence.map((e: { id: string }) => e.id)).toEqual(
      draft.evidence.map((e: { id: string }) => e.id),
    );
    for (const [index, one] of draft.evidence.entries()) {
      const { fileName: _, ...rest } = one;
      expect(sheet.draft.evidence[index]).toMatchObject(rest);
    }
    await agent.post(`/api/evidence/${noor.removed}/restore`).send({}).expect(200);
    const { body: captures } = await agent.get('/api/captures').expect(200);
    expect(captures.items.map((c: { id: string; jws: string }) => [c.id, c.jws])).toEqual(
      noor.captures.items.map((c: { id: string; jws: string }) => [c.id, c.jws]),
    );
    const { body: bin } = await agent.get('/api/captures?bin=yes').expect(200);
    expect(bin.items).toMatchObject([{ note: 'of the weir', tags: ['weir', 'low'], favourite: true }]);
    expect((await agent.get('/api/captures?bin=yes&words=weir')).body.total).toBe(1);
    expect((await agent.get('/api/presets')).body).toMatchObject(noor.presets);
    expect((await agent.get('/api/keys')).body).toEqual(before.keys);
  });
  it('has nothing left to do, and its facts are those of the present checks', async () => {
    const jobs = () => context.db.selectFrom('jobs').select(['kind', 'state', 'error']).execute();
    await expect.poll(jobs, { timeout: 25_000 }).toEqual([]);
    const list = (await (await signedIn('ruth')).get(`/api/assignments/${before.assignments.first}/hand-ins`))
      .body;
    expect(list.rows.map((r: { number: string; totalUnits: number }) => [r.number, r.totalUnits])).toEqual(
      before.list.rows.map((r: { number: string; totalUnits: number }) => [r.number, r.totalUnits]),
    );
    const facts = await context.db.selectFrom('facts').select(['version', 'facts']).execute();
    expect(facts.length).toBeGreaterThan(0);
    for (const row of facts) {
      expect(row.version).toBe(FACTS_VERSION);
      expect(JSON.parse(row.facts).value).toMatchObject({ displays: 1, drawn: expect.any(Number) });
    }
  });
});

describe('a page of an earlier version', () => {
  it('is told to reload, in words and with a code that it knows', async () => {
    const agent = await signedIn('noor');
    const { status, body } = await agent
      .get('/api/assignments')
      .set('nachweis-person', before.people.noor.id);
    expect([status, body.code]).toEqual([409, 'internal']);
    expect(body.detail).toMatch(/Reload this page/);
  });
});

describe('a backup of an earlier version', () => {
  it('is restored, and it is said that it had no checksum of its own', async () => {
    const place = mkdtempSync(join(tmpdir(), 'nachweis-older-'));
    const file = join(place, 'older.tar');
    writeFileSync(file, gunzipSync(readFileSync(join(OLDER, 'backup.tar.gz'))));
    const run = (data: string) =>
      execFileSync(process.execPath, [join(import.meta.dirname, '..', 'server/dist/restoreMain.js'), file], {
        env: { PATH: process.env.PATH, NACHWEIS_DATA: data },
        encoding: 'utf8',
      });
    const said = run(join(place, 'data'));
    expect(said).toMatch(/14 pictures are back/);
    expect(said).toMatch(/without a checksum of its own/);
  });
});
