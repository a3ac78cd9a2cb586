import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileNameFaults } from '@nachweis/core';
import { createApp, createContext, readAssignment, readSettings } from '@nachweis/server';
import SQLite from 'better-sqlite3';
import { sql } from 'kysely';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { probePictures, ratingPictures } from './evidence.ts';
import { fillDemo } from './fill.ts';
import { emailOf, STUDENTS } from './people.ts';

const TODAY = new Date('2026-11-20T12:00:00Z');
const folder = mkdtempSync(join(tmpdir(), 'nachweis-demo-'));
const ORIGIN = 'http://nachweis.test';
const SETTINGS = { NACHWEIS_DATA: folder, NACHWEIS_ORIGIN: ORIGIN, NACHWEIS_DEMO: '1' };
let context: Awaited<ReturnType<typeof createContext>>;

beforeAll(async () => {
  let at = TODAY;
  context = await createContext(readSettings(SETTINGS), pino({ level: 'silent' }), () => at);
  await fillDemo(
    context,
    {
      set: (to) => {
        at = to;
      },
    },
    TODAY,
  );
  // Half a minute, or six times that on a machine that does other work as well.
}, 600_000);
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
  it('lists its people as the course does: Ö with O, "van der Laan" under L', async () => {
    const { body } = await request(createApp(context)).get('/api/demo/people').expect(200);
    const students = body.filter((one: { role: string }) => one.role === 'student');
    const names: string[] = students.map((one: { name: string }) => one.name);
    const surnames = ['Hruška', 'Laan', 'Lehtovaara', 'Nazari', 'Ödegård', 'Okafor-Stein', 'Petrić'];
    expect(names.filter((name) => surnames.some((surname) => name.endsWith(surname)))).toEqual([
      'Aneta Hruška',
      'Noor van der Laan',
      'Jonna Lehtovaara',
      'Farida Nazari',
      'Elin Ödegård',
      'Bilal Okafor-Stein',
      'Goran Petrić',
    ]);
    expect(names).toHaveLength(24);
  });
  it('has every grade in its events alone', async () => {
    const app = createApp(context);
    const instructor = request.agent(app).set('Origin', ORIGIN);
    const { id: personId } = await context.db
      .selectFrom('members')
      .innerJoin('people', 'people.id', 'members.person_id')
      .select('people.id')
      .where('members.role', '=', 'instructor')
      .executeTakeFirstOrThrow();
    await instructor.post('/api/demo/session').send({ personId }).expect(200);
    expect(await shownGrades(instructor)).toEqual(rebuiltGrades());
    expect(rebuiltGrades().size).toBe(44);
    // Somebody was late, which costs something.
    expect(await lateCosts(instructor)).toContain(90);

    // And after something was decided for all: one must-show dropped, another worth more.
    const assignments = await context.db.selectFrom('assignments').select('id').execute();
    for (const { id } of assignments) {
      const { proofPoints } = await readAssignment(context.db, id);
      const [first, second] = proofPoints.flatMap((point) => point.mustShows);
      for (const [baseVersion, [mustShowId, worth]] of [
        [first?.id, null],
        [second?.id, 999],
      ].entries())
        await instructor
          .post(`/api/assignments/${id}/corrections`)
          .send({ id: randomUUID(), mustShowId, worth, reason: 'Nobody could see it.', baseVersion })
          .expect(200);
    }
    const rebuilt = rebuiltGrades();
    expect(await shownGrades(instructor)).toEqual(rebuilt);
  });
});

/** What the pages show of every hand-in. */
async function shownGrades(agent: ReturnType<typeof request.agent>): Promise<Map<string, number>> {
  const rows = await context.db.selectFrom('hand_ins').select('id').orderBy('id').execute();
  const grades = new Map<string, number>();
  for (const { id } of rows) {
    const { body } = await agent.get(`/api/hand-ins/${id}/review`).expect(200);
    grades.set(id, body.judgement.grade.total);
  }
  return grades;
}

async function lateCosts(agent: ReturnType<typeof request.agent>): Promise<number[]> {
  const rows = await context.db.selectFrom('hand_ins').select('id').execute();
  const costs: number[] = [];
  for (const { id } of rows) {
    const { body } = await agent.get(`/api/hand-ins/${id}/review`).expect(200);
    costs.push(body.judgement.grade.lateCost);
  }
  return costs;
}

/** The same from nothing but what was asked and the events, added up by SQLite. */
function rebuiltGrades(): Map<string, number> {
  const db = new SQLite(join(folder, 'nachweis.db'), { readonly: true });
  const rows = db
    .prepare<[], { id: string; total: number }>(
      `WITH asked AS (
         SELECT h.id AS hand_in, m.value ->> 'id' AS must_show, m.value ->> 'units' AS written, h.assignment_id
         FROM hand_ins h
         JOIN assignment_versions v ON v.assignment_id = h.assignment_id AND v.version = h.version,
           json_each(v.document, '$.value.proofPoints') p, json_each(p.value, '$.mustShows') m),
       worth AS (
         SELECT asked.*, coalesce((SELECT CASE kind WHEN 'points' THEN units WHEN 'dropped' THEN 0 ELSE written END
           FROM correction_events c WHERE c.assignment_id = asked.assignment_id AND c.must_show_id = asked.must_show
           ORDER BY seq DESC LIMIT 1), written) AS units FROM asked),
       earned AS (
         SELECT worth.*, (SELECT CASE verdict WHEN 'shown' THEN units WHEN 'partly' THEN (units + 1) / 2 ELSE 0 END
           FROM verdict_events e WHERE e.hand_in_id = hand_in AND e.must_show_id = must_show AND e.round = 1
           ORDER BY seq DESC LIMIT 1) AS points FROM worth),
       reached AS (
         SELECT h.id AS hand_in,
           (SELECT max(l.value ->> 'units') FROM json_each(c.value, '$.levels') l) AS units,
           (SELECT json_extract(c.value, '$.levels[' || e.level || '].units')
             FROM level_events e WHERE e.hand_in_id = h.id AND e.criterion_id = c.value ->> 'id' AND e.round = 1
             ORDER BY seq DESC LIMIT 1) AS points
         FROM hand_ins h
         JOIN assignment_versions v ON v.assignment_id = h.assignment_id AND v.version = h.version,
           json_each(v.document, '$.value.criteria') c),
       summed AS (SELECT hand_in, coalesce(sum(points), 0) AS earned, sum(units) AS most FROM
         (SELECT hand_in, points, units FROM earned UNION ALL SELECT hand_in, points, units FROM reached)
         GROUP BY hand_in),
       lateness AS (
         SELECT h.id AS hand_in, v.document ->> '$.value.lateRule.graceMinutes' AS grace,
           v.document ->> '$.value.lateRule.takes.percent' AS percent, v.document ->> '$.value.lateRule.floorPercent' AS stays,
           julianday(h.handed_in_at) - julianday(v.document ->> '$.value.dueAt') AS days
         FROM hand_ins h
         JOIN assignment_versions v ON v.assignment_id = h.assignment_id AND v.version = h.version),
       cost AS (
         SELECT hand_in, CASE WHEN percent IS NULL OR days * 24 * 60 <= grace THEN 0
           ELSE percent * (CAST(days AS INTEGER) + (days > CAST(days AS INTEGER))) END AS percent, stays FROM lateness)
       SELECT hand_in AS id, min(max(
           earned - min(most * percent / 100, earned - (earned * coalesce(stays, 0) + 99) / 100)
             + coalesce((SELECT units FROM adjustment_events a
               WHERE a.hand_in_id = hand_in ORDER BY seq DESC LIMIT 1), 0),
         0), most) AS total
       FROM summed JOIN cost USING (hand_in) ORDER BY hand_in`,
    )
    .all();
  db.close();
  return new Map(rows.map(({ id, total }) => [id, total]));
}
