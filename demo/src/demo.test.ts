import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileNameFaults } from '@nachweis/core';
import { createContext, readAssignment, readSettings } from '@nachweis/server';
import { sql } from 'kysely';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { probePictures, ratingPictures } from './evidence.ts';
import { fillDemo } from './fill.ts';
import { emailOf, STUDENTS } from './people.ts';

const TODAY = new Date('2026-11-20T12:00:00Z');
const folder = mkdtempSync(join(tmpdir(), 'nachweis-demo-'));
let context: Awaited<ReturnType<typeof createContext>>;

beforeAll(async () => {
  let at = TODAY;
  context = await createContext(readSettings({ NACHWEIS_DATA: folder }), pino({ level: 'silent' }), () => at);
  await fillDemo(
    context,
    {
      set: (to) => {
        at = to;
      },
    },
    TODAY,
  );
}, 180_000);
afterAll(async () => {
  await context.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the demo', () => {
  it('has the people and assignments of the scenario', async () => {
    const { db } = context;
    const roles = await db
      .selectFrom('members')
      .select('role')
      .select((eb) => eb.fn.countAll<number>().as('n'))
      .groupBy('role')
      .orderBy('role')
      .execute();
    expect(roles).toEqual([
      { role: 'instructor', n: 2 },
      { role: 'marker', n: 1 },
      { role: 'student', n: 24 },
    ]);
    const ids = await db.selectFrom('assignments').select('id').execute();
    const assignments = await Promise.all(ids.map(({ id }) => readAssignment(db, id)));
    const byDue = assignments.sort((a, b) => a.dueAt.localeCompare(b.dueAt));
    expect(byDue.map((a) => a.title)).toEqual(['Probe start-up', 'Rating curve', 'Gap filling']);
  });
  it('is at the point the scenario tells of: one released, one being reviewed, one open', async () => {
    const { rows } = await sql<{
      title: string;
      handIns: number;
      released: number;
      late: number;
      judged: number;
    }>`
      SELECT json_extract(v.document, '$.value.title') AS title, count(*) AS handIns, sum(h.late) AS late,
        sum(EXISTS (SELECT 1 FROM release_events r WHERE r.hand_in_id = h.id)) AS released,
        sum(EXISTS (SELECT 1 FROM verdict_events e WHERE e.hand_in_id = h.id)) AS judged
      FROM hand_ins h JOIN assignment_versions v ON v.assignment_id = h.assignment_id AND v.version = h.version
      GROUP BY h.assignment_id ORDER BY title`.execute(context.db as never);
    expect(rows).toMatchObject([
      { title: 'Probe start-up', handIns: 23, released: 23 },
      { title: 'Rating curve', handIns: 21, released: 0, judged: 8 },
    ]);
    expect(rows[1]?.late).toBeGreaterThan(0);
    const unsealed = await context.db
      .selectFrom('hand_ins')
      .select('id')
      .where('sealed_at', 'is', null)
      .execute();
    expect(unsealed).toEqual([]);
  });
  it('gives no two people the same picture, but for the one who copied; and only sound names', async () => {
    const rows = await context.db
      .selectFrom('captures')
      .select((eb) => eb.fn.count<number>('owner_id').distinct().as('owners'))
      .groupBy('sha256')
      .execute();
    // The three pictures of the student whom another one copied from.
    expect(rows.filter((row) => row.owners > 1).map((row) => row.owners)).toEqual([2, 2, 2]);
    for (const { file_name } of await context.db.selectFrom('hand_in_items').select('file_name').execute())
      expect(fileNameFaults(file_name)).toEqual([]);
  });
  it('draws the same pictures every time', () => {
    const hash = (pictures: Array<{ png: Buffer }>) =>
      pictures.map((p) => createHash('sha256').update(p.png).digest('hex'));
    expect(hash(probePictures(3, null))).toEqual(hash(probePictures(3, null)));
    expect(hash(ratingPictures(3, null))).not.toEqual(hash(ratingPictures(4, null)));
    expect(hash(ratingPictures(3, 'no-axis-labels'))[1]).not.toBe(hash(ratingPictures(3, null))[1]);
  });
  it('gives everybody an address of their own in a domain kept for examples (RFC 2606)', () => {
    const emails = STUDENTS.map(emailOf);
    expect(new Set(emails).size).toBe(24);
    for (const email of emails) expect(email).toMatch(/^[a-z-]+\.[a-z-]+@riverschool\.example$/);
  });
});
