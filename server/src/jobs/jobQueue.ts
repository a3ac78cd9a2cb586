import type { Logger } from 'pino';
import type { Db, DbOrTrx } from '../db/database.ts';

export type JobKind = 'inspect';
export type JobHandlers = Record<JobKind, (subject: string) => Promise<void>>;

const MOST_TRIES = 5;
const FIRST_PAUSE_MS = 1000;

/**
 * Work that is done after the answer was given. Jobs lie in the database, in the same transaction as what they are
 * about, so that none is lost or invented by a crash; what was running when the process died is run again.
 */
export interface JobQueue {
  /** Adds a job unless the same one is there already. */
  add(db: DbOrTrx, kind: JobKind, subject: string): Promise<void>;
  /** Tells the runner that there may be something to do. */
  wake(): void;
  start(handlers: JobHandlers): Promise<void>;
  /** Waits until nothing is due. */
  idle(): Promise<void>;
  stop(): Promise<void>;
}

export function createJobQueue(db: Db, log: Logger, now: () => Date): JobQueue {
  let handlers: JobHandlers | null = null;
  let running: Promise<void> | null = null;
  let again = false;
  let timer: NodeJS.Timeout | null = null;
  let stopped = false;

  async function drain(): Promise<void> {
    do {
      again = false;
      for (let job = await claim(); job && !stopped; job = await claim()) await run(job);
    } while (again && !stopped);
    await scheduleNext();
  }

  async function claim() {
    if (!handlers || stopped) return undefined;
    return db
      .updateTable('jobs')
      .set((eb) => ({ state: 'running', tries: eb('tries', '+', 1) }))
      .where('id', '=', (eb) =>
        eb
          .selectFrom('jobs')
          .select('id')
          .where('state', '=', 'queued')
          .where('run_after', '<=', now().toISOString())
          .orderBy('id')
          .limit(1),
      )
      .returningAll()
      .executeTakeFirst();
  }

  async function run(job: { id: number; kind: string; subject: string; tries: number }): Promise<void> {
    try {
      await handlers?.[job.kind as JobKind](job.subject);
      await db.updateTable('jobs').set({ state: 'done', error: null }).where('id', '=', job.id).execute();
    } catch (error) {
      if (stopped) return;
      const message = error instanceof Error ? error.message : String(error);
      const giveUp = job.tries >= MOST_TRIES;
      const pause = FIRST_PAUSE_MS * 2 ** (job.tries - 1);
      log[giveUp ? 'error' : 'warn']({ kind: job.kind, tries: job.tries, err: error }, 'job failed');
      await db
        .updateTable('jobs')
        .set({
          state: giveUp ? 'failed' : 'queued',
          error: message,
          run_after: new Date(now().getTime() + pause).toISOString(),
        })
        .where('id', '=', job.id)
        .execute();
    }
  }

  async function scheduleNext(): Promise<void> {
    if (stopped) return;
    const next = await db
      .selectFrom('jobs')
      .select('run_after')
      .where('state', '=', 'queued')
      .orderBy('run_after')
      .limit(1)
      .executeTakeFirst();
    if (!next || stopped) return;
    timer = setTimeout(wake, Math.max(Date.parse(next.run_after) - now().getTime(), 10));
    timer.unref();
  }

  function wake(): void {
    if (stopped || !handlers) return;
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
      });
  }

  return {
    wake,
    async add(on, kind, subject) {
      await on
        .insertInto('jobs')
        .values({ kind, subject, state: 'queued', tries: 0, run_after: now().toISOString(), error: null })
        .onConflict((c) => c.columns(['kind', 'subject']).doNothing())
        .execute();
    },
    async start(with_) {
      handlers = with_;
      await db.updateTable('jobs').set({ state: 'queued' }).where('state', '=', 'running').execute();
      wake();
    },
    async idle() {
      while (running) await running;
    },
    async stop() {
      stopped = true;
      if (timer) clearTimeout(timer);
      while (running) await running;
    },
  };
}
