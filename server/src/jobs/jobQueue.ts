import type { Logger } from 'pino';
import type { Db, DbOrTrx } from '../db/database.ts';
import { claimJob, type Job, type JobKind, type Turns } from './claimJob.ts';

export type { Job, JobKind } from './claimJob.ts';

export interface JobHandler {
  /** of what it makes; a job that was added for an earlier version is not done any more */
  version: number;
  work(job: Job, signal: AbortSignal): Promise<void>;
  /** the work failed for the last time, by this error */
  giveUp?(job: Job, error: unknown): Promise<void>;
}
export type JobHandlers = Record<JobKind, JobHandler>;

/**
 * What is worked on at the same time; in a lane, a kind goes before those behind it. Where a kind has two lanes, nobody's
 * work is in both.
 */
const LANES: ReadonlyArray<readonly JobKind[]> = [
  ['seal', 'render'],
  ['inspect'],
  ['read'],
  ['archive'],
  ['archive'],
  ['mailing'],
  ['mailing'],
];
/** Pauses between the tries of a job that fails, in milliseconds. */
export const JOB_PAUSES_MS: readonly number[] = [1000, 2000, 4000, 8000];

/**
 * Work that is done after the answer was given. Jobs lie in the database, in the same transaction as what they are
 * about, so that none is lost or invented by a crash; what was running when the process died is run again. In each
 * lane those whose work it is take turns.
 */
export interface JobQueue {
  /** Adds a job unless the same one is there already; one that was given up is tried again. */
  add(db: DbOrTrx, kind: JobKind, subject: string, owner: string): Promise<void>;
  /** Tells the runner that there may be something to do. */
  wake(): void;
  start(handlers: JobHandlers): Promise<void>;
  /** Waits until nothing is due. */
  idle(): Promise<void>;
  /** Ends what is running; it is queued again, with no try counted. */
  stop(): Promise<void>;
}

export function createJobQueue(db: Db, log: Logger, now: () => Date): JobQueue {
  let handlers: JobHandlers | null = null;
  const stopping = new AbortController();
  const lanes = LANES.map((kinds) => createLane(kinds));

  function createLane(kinds: readonly JobKind[]) {
    let running: Promise<void> | null = null;
    let again = false;
    let timer: NodeJS.Timeout | null = null;
    let lookedAt = '';
    const served: Turns = { count: 0, last: new Map() };

    async function drain(): Promise<void> {
      do {
        again = false;
        for (let job = await claim(); job; job = await claim()) await run(job);
      } while (again && !stopping.signal.aborted);
      await scheduleNext();
    }

    async function claim(): Promise<Job | undefined> {
      if (stopping.signal.aborted) return undefined;
      lookedAt = now().toISOString();
      for (const kind of kinds) {
        const job = await claimJob(db, kind, lookedAt, served);
        if (job) return job;
      }
      return undefined;
    }

    async function scheduleNext(): Promise<void> {
      if (stopping.signal.aborted) return;
      const next = await db
        .selectFrom('jobs')
        .select('run_after')
        .where('state', '=', 'queued')
        .where('kind', 'in', kinds)
        // What is due and was not claimed waits for its owner's in the other lane, which goes on with it.
        .where('run_after', '>', lookedAt)
        .orderBy('run_after')
        .limit(1)
        .executeTakeFirst();
      if (!next || stopping.signal.aborted) return;
      timer = setTimeout(wakeLane, Math.max(Date.parse(next.run_after) - now().getTime(), 10));
      timer.unref();
    }

    function wakeLane(): void {
      if (stopping.signal.aborted || !handlers) return;
      if (timer) clearTimeout(timer);
      timer = null;
      if (running) {
        again = true;
        return;
      }
      running = drain()
        .catch((error) => log.error({ err: error }, 'job runner failed'))
        .finally(() => {
          running = null;
          // It was woken after the last look for work and before it said that it rests.
          if (again) wakeLane();
        });
    }

    return {
      wake: wakeLane,
      running: () => running,
      clear: () => {
        if (timer) clearTimeout(timer);
      },
    };
  }

  async function run(job: Job): Promise<void> {
    const handler = handlers?.[job.kind];
    if (!handler || handler.version !== job.version) return finish(job);
    try {
      await handler.work(job, stopping.signal);
      await finish(job);
    } catch (error) {
      if (stopping.signal.aborted) return putBack(job, now(), job.tries - 1);
      await failed(job, handler, error);
    }
  }

  async function failed(job: Job, handler: JobHandler, error: unknown): Promise<void> {
    const pause = JOB_PAUSES_MS[job.tries - 1];
    log[pause === undefined ? 'error' : 'warn'](
      { kind: job.kind, tries: job.tries, err: error },
      'job failed',
    );
    const message = error instanceof Error ? error.message : String(error);
    if (pause !== undefined) return putBack(job, new Date(now().getTime() + pause), job.tries, message);
    await handler.giveUp?.(job, error);
    await db.updateTable('jobs').set({ state: 'failed', error: message }).where('id', '=', job.id).execute();
  }

  const finish = async (job: Job) => void (await db.deleteFrom('jobs').where('id', '=', job.id).execute());

  const putBack = async (job: Job, after: Date, tries: number, error: string | null = null) =>
    void (await db
      .updateTable('jobs')
      .set({ state: 'queued', run_after: after.toISOString(), tries, error })
      .where('id', '=', job.id)
      .execute());

  return {
    wake: () => {
      for (const lane of lanes) lane.wake();
    },
    async add(on, kind, subject, owner) {
      if (!handlers) throw new Error('Jobs are added once the queue has started.');
      const { version } = handlers[kind];
      const run_after = now().toISOString();
      await on
        .insertInto('jobs')
        .values({ kind, subject, version, owner, state: 'queued', tries: 0, run_after, error: null })
        .onConflict((c) =>
          c
            .columns(['kind', 'subject', 'version'])
            .doUpdateSet({ state: 'queued', tries: 0, run_after })
            .where('jobs.state', '=', 'failed'),
        )
        .execute();
    },
    async start(with_) {
      handlers = with_;
      await db.updateTable('jobs').set({ state: 'queued' }).where('state', '=', 'running').execute();
      for (const lane of lanes) lane.wake();
    },
    async idle() {
      for (let busy = true; busy; ) {
        const running = lanes.flatMap((lane) => lane.running() ?? []);
        busy = running.length > 0;
        await Promise.all(running);
      }
    },
    async stop() {
      stopping.abort(new Error('The server is stopping.'));
      for (const lane of lanes) lane.clear();
      await Promise.all(lanes.map((lane) => lane.running()));
    },
  };
}
