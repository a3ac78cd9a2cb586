import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { type Db, openDatabase } from '../db/database.ts';
import {
  createJobQueue,
  JOB_PAUSES_MS,
  type Job,
  type JobHandler,
  type JobHandlers,
  type JobKind,
  type JobQueue,
} from './jobQueue.ts';

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

/** Handlers that all do the same. */
function handlers(
  work: (job: Job, signal: AbortSignal) => Promise<void>,
  giveUp?: NonNullable<JobHandler['giveUp']>,
): JobHandlers {
  const handler = { version: 1, work, ...(giveUp && { giveUp }) };
  const kinds: JobKind[] = ['seal', 'render', 'inspect', 'read', 'archive', 'mailing'];
  return Object.fromEntries(kinds.map((kind) => [kind, handler])) as JobHandlers;
}
const nothing = handlers(async () => {});

const states = (db: Db) =>
  db.selectFrom('jobs').select(['subject', 'state', 'tries']).orderBy('id').execute();

describe('the job queue', () => {
  it('does each job once, in order, and leaves nothing behind', async () => {
    const { db, make } = await setUp();
    const queue = make();
    const done: string[] = [];
    await queue.start(handlers(async ({ subject }) => void done.push(subject)));
    for (const subject of ['a', 'b', 'a']) await queue.add(db, 'inspect', subject, '');
    queue.wake();
    await queue.idle();
    expect(done).toEqual(['a', 'b']);
    expect(await states(db)).toEqual([]);
  });
  it('is as lost as the transaction it was added in', async () => {
    const { db, make } = await setUp();
    const queue = make();
    await queue.start(nothing);
    await expect(
      db.transaction().execute(async (trx) => {
        await queue.add(trx, 'inspect', 'a', '');
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await states(db)).toEqual([]);
  });
  it('runs again after a restart what was running when the process died', async () => {
    const { db, make } = await setUp();
    const first = make();
    await first.start(nothing);
    await first.add(db, 'inspect', 'a', '');
    await db.updateTable('jobs').set({ state: 'running', tries: 1 }).execute();
    const done: string[] = [];
    const second = make();
    await second.start(handlers(async ({ subject, tries }) => void done.push(`${subject} ${tries}`)));
    await second.idle();
    expect(done).toEqual(['a 2']);
  });
  it('does not do what was wanted of an earlier version', async () => {
    const { db, make } = await setUp();
    const first = make();
    await first.start(nothing);
    await first.add(db, 'inspect', 'a', '');
    const done: string[] = [];
    const second = make();
    const work = async ({ subject }: Job) => void done.push(subject);
    await second.start({ ...nothing, inspect: { version: 2, work } });
    await second.idle();
    expect(done).toEqual([]);
    expect(await states(db)).toEqual([]);
  });
  it('tries again after 1, 2, 4 and 8 seconds, five times in all, and lets the others go on', async () => {
    const { db, make, wait } = await setUp();
    const queue = make();
    const tried: number[] = [];
    const givenUp: string[] = [];
    let elapsed = 0;
    await queue.start(
      handlers(
        async ({ subject }) => {
          if (subject !== 'bad') return;
          tried.push(elapsed);
          throw new Error('cannot');
        },
        async ({ subject }) => void givenUp.push(subject),
      ),
    );
    await queue.add(db, 'inspect', 'bad', '');
    await queue.add(db, 'inspect', 'good', '');
    queue.wake();
    await queue.idle();
    expect(await states(db)).toEqual([{ subject: 'bad', state: 'queued', tries: 1 }]);
    for (; elapsed < 40_000; elapsed += 500) {
      queue.wake();
      await queue.idle();
      wait(500);
    }
    expect(tried).toHaveLength(5);
    const pauses = tried.slice(1).map((at, i) => at - (tried[i] as number));
    expect(JOB_PAUSES_MS).toEqual([1000, 2000, 4000, 8000]);
    for (const [i, pause] of pauses.entries()) {
      expect(pause).toBeGreaterThanOrEqual(JOB_PAUSES_MS[i] as number);
      expect(pause).toBeLessThanOrEqual((JOB_PAUSES_MS[i] as number) + 1000);
    }
    expect(givenUp).toEqual(['bad']);
    expect((await states(db))[0]).toEqual({ subject: 'bad', state: 'failed', tries: 5 });
  });
  it('tries again what was given up, when it is wanted again', async () => {
    const { db, make } = await setUp();
    const queue = make();
    await queue.start(nothing);
    await queue.add(db, 'inspect', 'a', '');
    await db.updateTable('jobs').set({ state: 'failed', tries: 5 }).execute();
    await queue.add(db, 'inspect', 'a', '');
    expect(await states(db)).toEqual([{ subject: 'a', state: 'queued', tries: 0 }]);
  });
  it('lets those whose work it is take turns, and hand-ins go before drafts', async () => {
    const { db, make } = await setUp();
    const queue = make();
    const done: string[] = [];
    await queue.start(handlers(async ({ subject }) => void done.push(subject)));
    await queue.idle();
    for (const n of [1, 2, 3, 4]) await queue.add(db, 'render', `busy ${n}`, 'busy');
    await queue.add(db, 'render', 'other 1', 'other');
    await queue.add(db, 'render', 'third 1', 'third');
    await queue.add(db, 'seal', 'busy sealed', 'busy');
    queue.wake();
    await queue.idle();
    expect(done[0]).toBe('busy sealed');
    expect(done.indexOf('other 1')).toBeLessThan(done.indexOf('busy 2'));
    expect(done.indexOf('third 1')).toBeLessThan(done.indexOf('busy 2'));
    expect(done).toHaveLength(7);
  });
  it('lets nobody’s long work hold up another’s, and does one of each owner’s at a time', async () => {
    const { db, make } = await setUp();
    const queue = make();
    const begun: string[] = [];
    const ends = new Map<string, () => void>();
    await queue.start(
      handlers(({ subject }) => {
        begun.push(subject);
        return new Promise((resolve) => {
          ends.set(subject, resolve);
        });
      }),
    );
    for (const n of [1, 2]) await queue.add(db, 'archive', `long ${n}`, 'somebody');
    await queue.add(db, 'archive', 'short', 'another');
    queue.wake();
    await vi.waitFor(() => expect(begun).toHaveLength(2));
    expect(begun.sort()).toEqual(['long 1', 'short']);
    ends.get('short')?.();
    await vi.waitFor(async () => expect(await states(db)).toHaveLength(2));
    queue.wake();
    expect(begun).not.toContain('long 2');
    ends.get('long 1')?.();
    await vi.waitFor(() => expect(begun).toContain('long 2'));
    ends.get('long 2')?.();
    await queue.idle();
    expect(await states(db)).toEqual([]);
  });
  it('leaves no job as running when it stops', async () => {
    const { db, make } = await setUp();
    const queue = make();
    let started = () => {};
    const underWay = new Promise<void>((resolve) => {
      started = resolve;
    });
    await queue.start(
      handlers(
        (_job, signal) =>
          new Promise((_, reject) => {
            signal.addEventListener('abort', () => reject(signal.reason));
            started();
          }),
      ),
    );
    await queue.add(db, 'inspect', 'long', '');
    queue.wake();
    await underWay;
    await queue.stop();
    expect(await states(db)).toEqual([{ subject: 'long', state: 'queued', tries: 0 }]);
  });
});
