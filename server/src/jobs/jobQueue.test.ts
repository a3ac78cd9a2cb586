import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterEach, describe, expect, it } from 'vitest';
import { type Db, openDatabase } from '../db/database.ts';
import { createJobQueue, type JobQueue } from './jobQueue.ts';

const log = pino({ level: 'silent' });
const open: Array<() => Promise<void>> = [];
afterEach(async () => {
  for (const close of open.splice(0)) await close();
});

async function setUp() {
  const db = await openDatabase(mkdtempSync(join(tmpdir(), 'nachweis-jobs-')));
  let at = new Date('2026-11-05T10:00:00.000Z');
  const make = (): JobQueue => {
    const queue = createJobQueue(db, log, () => at);
    open.unshift(() => queue.stop());
    return queue;
  };
  open.push(() => db.destroy());
  return {
    db,
    make,
    wait: (ms: number) => {
      at = new Date(at.getTime() + ms);
    },
  };
}

const states = (db: Db) =>
  db.selectFrom('jobs').select(['subject', 'state', 'tries']).orderBy('id').execute();

describe('the job queue', () => {
  it('does each job once, in order', async () => {
    const { db, make } = await setUp();
    const queue = make();
    for (const subject of ['a', 'b', 'a']) await queue.add(db, 'inspect', subject);
    const done: string[] = [];
    await queue.start({ inspect: async (subject) => void done.push(subject) });
    await queue.idle();
    expect(done).toEqual(['a', 'b']);
  });
  it('is as lost as the transaction it was added in', async () => {
    const { db, make } = await setUp();
    const queue = make();
    await expect(
      db.transaction().execute(async (trx) => {
        await queue.add(trx, 'inspect', 'a');
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await states(db)).toEqual([]);
  });
  it('runs again after a restart what was running when the process died', async () => {
    const { db, make } = await setUp();
    const first = make();
    await first.add(db, 'inspect', 'a');
    await db.updateTable('jobs').set({ state: 'running', tries: 1 }).execute();
    const done: string[] = [];
    const second = make();
    await second.start({ inspect: async (subject) => void done.push(subject) });
    await second.idle();
    expect(done).toEqual(['a']);
    expect(await states(db)).toEqual([{ subject: 'a', state: 'done', tries: 2 }]);
  });
  it('tries again later, five times in all, and lets the others go on', async () => {
    const { db, make, wait } = await setUp();
    const queue = make();
    await queue.add(db, 'inspect', 'bad');
    await queue.add(db, 'inspect', 'good');
    await queue.start({
      inspect: async (subject) => {
        if (subject === 'bad') throw new Error('cannot');
      },
    });
    await queue.idle();
    expect(await states(db)).toEqual([
      { subject: 'bad', state: 'queued', tries: 1 },
      { subject: 'good', state: 'done', tries: 1 },
    ]);
    for (let i = 0; i < 6; i++) {
      wait(60_000);
      queue.wake();
      await queue.idle();
    }
    expect((await states(db))[0]).toEqual({ subject: 'bad', state: 'failed', tries: 5 });
  });
});
