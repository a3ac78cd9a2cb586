import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { createContext, readSettings } from '@nachweis/server';
import { type Browser, chromium, type Page } from '@playwright/test';
import { pino } from 'pino';
import { ROOT } from '../benchServer.ts';
import { createClient, studentsHour, type Times } from '../school/client.ts';
import { PASSWORD, type SchoolData, seedSchool } from '../school/seedSchool.ts';
import { type ServerProcess, startServerProcess } from '../school/serverProcess.ts';

/** Students who hand in by the server's own way; the rows of all others are theirs once more. */
const REAL = 12;

export interface JudgedClass {
  page: Page;
  data: SchoolData;
  close(): Promise<void>;
}

/**
 * A class that has handed in, before its instructor in headless Chromium.
 * @param pictureOf a PNG for each student and proof point
 */
export async function openClass(
  howMany: number,
  points: number,
  pictureOf: (place: number) => Promise<Buffer>,
): Promise<JudgedClass> {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-class-'));
  const data = await seedSchool(folder, Math.min(howMany, REAL), points);
  let server = await serve(folder);
  const times: Times = { took: new Map(), faults: [] };
  for (const index of data.students.keys()) {
    const own = await Promise.all(Array.from({ length: points }, (_, i) => pictureOf(index * points + i)));
    await studentsHour(createClient(server.address, times), data, index, own, {
      pins: true,
      showsWhole: false,
    });
  }
  const instructor = createClient(server.address, times);
  await instructor.signIn(data.instructor.email);
  await untilChecked(instructor, data);
  if (times.faults.length > 0) throw new Error(times.faults[0]);
  if (howMany > REAL) {
    await server.stop();
    await addMore(folder, howMany - REAL);
    server = await serve(folder);
  }
  const browser: Browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-background-networking', '--no-first-run'],
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: server.address,
    serviceWorkers: 'block',
  });
  // What reads this source names the functions of what runs in the page by a helper of its own.
  await context.addInitScript('globalThis.__name = (it) => it');
  const page = await context.newPage();
  await page.request.post('/api/session', {
    data: { email: data.instructor.email, password: PASSWORD },
    headers: { Origin: server.address },
  });
  return {
    page,
    data,
    async close() {
      await browser.close();
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const serve = (folder: string): Promise<ServerProcess> =>
  startServerProcess([join(ROOT, 'server/dist/main.js')], {
    NACHWEIS_DATA: folder,
    NACHWEIS_PORT: '0',
    NACHWEIS_LOG: 'error',
    NACHWEIS_WEB: join(ROOT, 'web/dist'),
  });

/** Asked again every 300 ms. */
const MOST_TRIES = 1000;

/** Until all pictures are sealed and looked at: what is still made takes time from what is measured. */
async function untilChecked(instructor: ReturnType<typeof createClient>, { assignment }: SchoolData) {
  const { rows } = await instructor.call<{ rows: Array<{ handInId: string | null }> }>(
    'other',
    'GET',
    `/api/assignments/${assignment.id}/grid`,
  );
  for (const { handInId } of rows)
    for (let tries = 0; ; tries++) {
      if (tries === MOST_TRIES)
        throw new Error(`Hand-in ${handInId} is not sealed and looked at after five minutes.`);
      const review = await instructor.call<{
        items: Array<{ id: string; fileHref: string | null }>;
        findings: Record<string, unknown[]>;
      }>('other', 'GET', `/api/hand-ins/${handInId}/review`);
      if (review.items.every(({ id, fileHref }) => fileHref && (review.findings[id]?.length ?? 0) > 0)) break;
      await pause(300);
    }
}

/** More students, each with the hand-in of one who is there. */
async function addMore(folder: string, howMany: number): Promise<void> {
  const context = await createContext(readSettings({ NACHWEIS_DATA: folder }), pino({ level: 'silent' }));
  const { db } = context;
  const handIns = await db.selectFrom('hand_ins').selectAll().execute();
  const items = await db.selectFrom('hand_in_items').selectAll().execute();
  const { course_id } = await db.selectFrom('courses').select('id as course_id').executeTakeFirstOrThrow();
  await db.transaction().execute(async (trx) => {
    for (let i = 0; i < howMany; i++) {
      const like = handIns[i % handIns.length];
      if (!like) return;
      const [person, id] = [randomUUID(), randomUUID()];
      await trx
        .insertInto('people')
        .values({
          id: person,
          email: `m${i}@school.example`,
          given_name: 'Given',
          surname: `More${String(i).padStart(3, '0')}`,
          password_hash: '',
          demo_note: null,
        })
        .execute();
      await trx.insertInto('members').values({ course_id, person_id: person, role: 'student' }).execute();
      const { seq: _, ...handIn } = like;
      await trx
        .insertInto('hand_ins')
        .values({ ...handIn, id })
        .execute();
      await trx
        .insertInto('hand_in_people')
        .values({ hand_in_id: id, person_id: person, assignment_id: like.assignment_id, attempt: 1 })
        .execute();
      for (const item of items.filter(({ hand_in_id }) => hand_in_id === like.id))
        await trx
          .insertInto('hand_in_items')
          .values({ ...item, id: randomUUID(), hand_in_id: id })
          .execute();
    }
  });
  await context.close();
}
