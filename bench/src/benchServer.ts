import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { enterAssignment } from '@nachweis/demo';
import { createContext, hashPassword, readSettings, startServer } from '@nachweis/server';
import { pino } from 'pino';

export const ROOT = join(import.meta.dirname, '..', '..');

/** A server in this process on a folder of its own, with one student and one assignment. */
export async function startBenchServer() {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-bench-'));
  const settings = readSettings({
    NACHWEIS_DATA: folder,
    NACHWEIS_PORT: '0',
    NACHWEIS_WEB: join(ROOT, 'web/dist'),
  });
  const log = pino({ level: 'error' });
  const context = await createContext(settings, log);
  const [courseId, personId] = [randomUUID(), randomUUID()];
  const credentials = { email: 'bench@school.example', password: 'bench' };
  await context.db.insertInto('courses').values({ id: courseId, title: 'Bench', time_zone: 'UTC' }).execute();
  await context.db
    .insertInto('people')
    .values({
      id: personId,
      email: credentials.email,
      given_name: 'B',
      surname: 'Ench',
      password_hash: await hashPassword(credentials.password),
      demo_note: null,
    })
    .execute();
  await context.db
    .insertInto('members')
    .values({ course_id: courseId, person_id: personId, role: 'student' })
    .execute();
  const hour = (n: number) => new Date(Date.now() + n * 3_600_000).toISOString();
  const { id } = await enterAssignment(context, courseId, {
    title: 'Bench',
    brief: '',
    opensAt: hour(-1),
    dueAt: hour(10),
    lateUntil: null,
    attempts: 100,
    statementPrompt: null,
    nameRule: '{surname}_{point}',
    points: [{ title: 'One', instructions: '', mustShows: [{ text: 'x', units: 100 }] }],
  });
  await context.close();
  const server = await startServer(settings, log);
  return {
    address: server.address,
    assignmentId: id,
    credentials,
    async stop() {
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
