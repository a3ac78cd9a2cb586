import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Context,
  createContext,
  enterAssignment,
  hashPassword,
  readSettings,
  startServer,
} from '@nachweis/server';
import { pino } from 'pino';
import sharp from 'sharp';

export const ROOT = join(import.meta.dirname, '..', '..');

/** A server in this process on a folder of its own, with one student, one assignment and as many captures as are asked for. */
export async function startBenchServer(captures = 0) {
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
  if (captures > 0) await addCaptures(context, personId, captures);
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

const PICTURES = 20;

/** Captures of a few different pictures, one a minute. */
async function addCaptures({ db, blobs }: Context, ownerId: string, howMany: number): Promise<void> {
  const hashes: string[] = [];
  for (let i = 0; i < PICTURES; i++) {
    const background = { r: i * 12, g: 90, b: 255 - i * 12 };
    const bytes = await sharp({ create: { width: 640, height: 400, channels: 3, background } })
      .png()
      .toBuffer();
    const sha256 = await blobs.put(bytes);
    const at = new Date(0).toISOString();
    await db
      .insertInto('blobs')
      .values({ sha256, bytes: bytes.length, media_type: 'image/png', created_at: at })
      .execute();
    hashes.push(sha256);
  }
  const BATCH = 500;
  for (let from = 0; from < howMany; from += BATCH) {
    const rows = Array.from({ length: Math.min(BATCH, howMany - from) }, (_, i) => ({
      id: randomUUID(),
      owner_id: ownerId,
      sha256: hashes[(from + i) % PICTURES] as string,
      source: 'file' as const,
      surface: 'unknown' as const,
      original_name: `curve ${from + i}.png`,
      format: 'png' as const,
      width: 640,
      height: 400,
      notes: '',
      received_at: new Date(Date.UTC(2026, 0, 1) + (from + i) * 60_000).toISOString(),
    }));
    await db.insertInto('captures').values(rows).execute();
  }
}
