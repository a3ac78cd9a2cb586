import { randomUUID } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { RemarkWrite } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { readDefinition } from '../assignments/definitions.ts';
import { listCaptures } from '../captures/library.ts';
import { readCourse } from '../courses/readCourse.ts';
import { documentColumn, factsColumn, marksColumn, termsColumn } from '../db/columns.ts';
import { counted } from '../db/counted.testing.ts';
import { readCards } from '../pages/cards.ts';
import { readHandInView } from '../pages/handInView.ts';
import { readProofSheet } from '../pages/proofSheet.ts';
import { classroom, DEFINITION, serverPerTest, type TestServer } from '../testServer.testing.ts';
import { readAssignmentLedger } from './assignmentLedger.ts';
import { readComparables } from './comparables.ts';
import { readLedger } from './ledger.ts';
import { giveRemarks } from './manyRemarks.ts';
import { readReview } from './review.ts';
import { readReviewGrid } from './reviewGrid.ts';
import { readReviewList } from './reviewList.ts';

const server = serverPerTest();

/** Enters a class that has handed in, as rows: the server's own way would take minutes. */
async function enterClass(s: TestServer, howMany: number) {
  const room = await classroom(s);
  const { db } = s.context;
  const at = '2026-11-05T10:00:00.000Z';
  const { document } = await db
    .selectFrom('assignment_versions')
    .select('document')
    .where('assignment_id', '=', room.assignment.id)
    .executeTakeFirstOrThrow();
  const [point] = documentColumn.read(document)?.proofPoints ?? [];
  const flat = { colour: { r: 248, g: 248, b: 248 }, share: 0.5 };
  const facts = factsColumn.write({
    width: 64,
    height: 48,
    flat,
    black: null,
    // Something to check in each.
    displays: 2,
    drawn: 9000,
    ink: 900,
    edges: 0.8,
    fine: 1,
    camera: false,
    sharpness: 200,
  });
  await db.transaction().execute(async (trx) => {
    for (let i = 0; i < howMany; i++) {
      const [person, handIn] = [randomUUID(), randomUUID()];
      const surname = `Surname${i}`;
      await trx
        .insertInto('people')
        .values({
          id: person,
          email: `c${i}@school.example`,
          given_name: 'Given',
          surname,
          password_hash: '',
          demo_note: null,
        })
        .execute();
      await trx
        .insertInto('members')
        .values({ course_id: room.courseId, person_id: person, role: 'student' })
        .execute();
      await trx
        .insertInto('hand_ins')
        .values({
          id: handIn,
          assignment_id: room.assignment.id,
          version: 1,
          attempt: 1,
          handed_in_at: at,
          late: 0,
          terms: termsColumn.write(DEFINITION),
          statement: '',
          sealed_at: at,
          withdrawn_at: null,
        })
        .execute();
      await trx
        .insertInto('hand_in_people')
        .values({ hand_in_id: handIn, person_id: person, assignment_id: room.assignment.id, attempt: 1 })
        .execute();
      for (let position = 0; position < 3; position++) {
        const sha256 = `${i}-${position}`.padStart(64, '0');
        const capture = randomUUID();
        await trx
          .insertInto('blobs')
          .values({ sha256, bytes: 1, media_type: 'image/png', created_at: at })
          .execute();
        await trx
          .insertInto('captures')
          .values({
            id: capture,
            owner_id: person,
            sha256,
            source: 'file',
            surface: 'unknown',
            original_name: '',
            format: 'png',
            width: 64,
            height: 48,
            notes: '',
            received_at: at,
          })
          .execute();
        await trx
          .insertInto('facts')
          .values({ sha256, check_name: 'pixels', version: 2, facts, made_at: at })
          .execute();
        await trx
          .insertInto('hand_in_items')
          .values({
            id: randomUUID(),
            hand_in_id: handIn,
            proof_point_id: point?.id ?? '',
            position,
            capture_id: capture,
            marks: marksColumn.write([]),
            width: 64,
            height: 48,
            file_name: `${surname}_P${position + 1}.png`,
            rendering_key: null,
            base_sha256: sha256,
            file_sha256: sha256,
          })
          .execute();
      }
      if (i % 2 === 0)
        for (const { id: must_show_id } of point?.mustShows ?? [])
          await trx
            .insertInto('verdict_events')
            .values({
              write_id: randomUUID(),
              hand_in_id: handIn,
              must_show_id,
              round: 1,
              verdict: 'shown',
              given_by: room.instructorPerson.id,
              given_at: at,
            })
            .execute();
    }
  });
  return room;
}

describe('the list of an assignment', () => {
  it('asks as much of the database for 300 students as for 3, and fits into 40 kB', async () => {
    const count = async (howMany: number) => {
      const room = await enterClass(server(), howMany);
      const { context, asked } = counted(server().context);
      const list = await readReviewList(context, room.assignment.id);
      expect(list.rows).toHaveLength(howMany);
      expect(list.rows.filter((row) => row.state === 'marked')).toHaveLength(howMany / 2 + (howMany % 2) / 2);
      expect(list.rows[0]).toMatchObject({ toCheck: 3, problems: 0 });
      await server().context.db.deleteFrom('verdict_events').execute();
      for (const table of [
        'hand_in_items',
        'hand_in_people',
        'hand_ins',
        'captures',
        'facts',
        'blobs',
      ] as const)
        await server().context.db.deleteFrom(table).execute();
      await server().context.db.deleteFrom('members').execute();
      await server().context.db.deleteFrom('sessions').execute();
      await server().context.db.deleteFrom('known_browsers').execute();
      await server().context.db.deleteFrom('people').where('email', 'like', 'c%').execute();
      return { queries: asked.length, size: gzipSync(JSON.stringify(list)).length };
    };
    const small = await count(3);
    const large = await count(300);
    expect(large.queries).toBe(small.queries);
    expect(large.size).toBeLessThan(40_000);
  });
});

it('a remark for 300 asks three questions for each, and no more of the class than for 3', async () => {
  const room = await enterClass(server(), 300);
  const give = async (howMany: number) => {
    const { context, asked } = counted(server().context);
    const rows = await server().context.db.selectFrom('hand_ins').select('id').limit(howMany).execute();
    const remark = RemarkWrite.parse({ itemId: null, x: null, y: null, text: 'Which unit?' });
    const remarks = rows.map(({ id }) => ({ id: randomUUID(), handInId: id, remark }));
    await giveRemarks(context, room.instructorPerson.id, room.assignment.id, { remarks });
    return asked.length;
  };
  const [few, many] = [await give(3), await give(300)];
  expect((many - few) / 297).toBeLessThanOrEqual(3);
});

describe('what a page waits for', () => {
  it('is found by an index: no page reads a whole table that grows', async () => {
    const room = await enterClass(server(), 3);
    const { context, asked } = counted(server().context);
    const { db } = context;
    const { id: handInId } = await db.selectFrom('hand_ins').select('id').limit(1).executeTakeFirstOrThrow();
    const owner = await db
      .selectFrom('hand_in_people')
      .select('person_id')
      .limit(1)
      .executeTakeFirstOrThrow();
    const student = { personId: owner.person_id };
    const staff = { personId: room.instructorPerson.id };
    asked.length = 0;
    await readCards(context, student.personId);
    await readCards(context, staff.personId);
    await readProofSheet(context, student, room.assignment.id);
    await readHandInView(context, student, handInId);
    await readReview(context, staff, handInId);
    await readComparables(context, handInId, room.assignment.points[0]?.id ?? '');
    await readReviewList(context, room.assignment.id);
    await readReviewGrid(context, room.assignment.id);
    await readLedger(context, room.courseId);
    await readAssignmentLedger(context, room.assignment.id);
    await readDefinition(context, room.assignment.id);
    await readCourse(context, room.courseId);
    await listCaptures(context, student.personId, { words: 'weir', bin: 'no', limit: 60 });
    await listCaptures(context, student.personId, { words: '', bin: 'no', limit: 60, used: 'no' });
    const grows =
      /^(captures|blobs|evidence|drafts|renderings|hand_ins|hand_in_people|hand_in_items|facts|jobs|sessions|people|members|\w+_events)$/;
    const read: string[] = [];
    for (const { sql, parameters } of asked) {
      const plan = await server().context.db.executeQuery<{ detail: string }>({
        sql: `EXPLAIN QUERY PLAN ${sql}`,
        parameters,
        query: { kind: 'RawNode' } as never,
        queryId: { queryId: 'plan' },
      });
      const aliases = new Map(
        [...sql.matchAll(/"?(\w+)"? (?:as )?"?([a-z])"?(?= )/g)].map(([, table, alias]) => [alias, table]),
      );
      for (const { detail } of plan.rows) {
        const [, name = ''] = /^SCAN (\w+)/.exec(detail) ?? [];
        const table = aliases.get(name) ?? name;
        if (grows.test(table)) read.push(`${detail}: ${sql.slice(0, 160)}`);
      }
    }
    expect(asked.length).toBeGreaterThan(40);
    expect(read).toEqual([]);
  });
});
