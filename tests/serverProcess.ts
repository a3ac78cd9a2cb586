import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { createContext, enterAssignment, hashPassword, readSettings } from '@nachweis/server';
import { pino } from 'pino';

export const PASSWORD = 'crash';
const MAIN = join(import.meta.dirname, '..', 'server', 'dist', 'main.js');

/** Starts the built server on the folder and waits for its address. */
export async function start(folder: string): Promise<{ child: ChildProcess; address: string }> {
  const env = { PATH: process.env.PATH, NACHWEIS_DATA: folder, NACHWEIS_PORT: '0', NACHWEIS_LOG: 'silent' };
  const child = spawn(process.execPath, [MAIN], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  const address = await new Promise<string>((resolve, reject) => {
    let text = '';
    child.stdout?.on('data', (data) => {
      text += data;
      const found = /http:\/\/\S+/.exec(text)?.[0];
      if (found) resolve(found);
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code} while starting.`)));
  });
  return { child, address };
}

export async function kill(child: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await gone;
}

/** One course with students of one password, and an open assignment of two points. */
export async function seed(folder: string, students: number) {
  const context = await createContext(readSettings({ NACHWEIS_DATA: folder }), pino({ level: 'silent' }));
  const courseId = randomUUID();
  await context.db.insertInto('courses').values({ id: courseId, title: 'Crash', time_zone: 'UTC' }).execute();
  const password_hash = await hashPassword(PASSWORD);
  const emails: string[] = [];
  for (let i = 0; i < students; i++) {
    const id = randomUUID();
    emails.push(`s${i}@school.example`);
    await context.db
      .insertInto('people')
      .values({
        id,
        email: `s${i}@school.example`,
        given_name: 'S',
        surname: `T${i}`,
        password_hash,
        demo_note: null,
      })
      .execute();
    await context.db
      .insertInto('members')
      .values({ course_id: courseId, person_id: id, role: 'student' })
      .execute();
  }
  const hour = (n: number) => new Date(Date.now() + n * 3_600_000).toISOString();
  const assignment = await enterAssignment(context, courseId, {
    title: 'Crash',
    brief: '',
    opensAt: hour(-1),
    dueAt: hour(10),
    lateUntil: null,
    attempts: 1000,
    statementPrompt: null,
    nameRule: '{surname}_{point}',
    points: [1, 2].map((n) => ({
      title: `Point ${n}`,
      instructions: '',
      mustShows: [{ text: 'x', units: 100 }],
    })),
  });
  await context.close();
  return { emails, assignment };
}
