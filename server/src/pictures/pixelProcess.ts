import { type ChildProcess, fork } from 'node:child_process';
import { setPriority } from 'node:os';
import { BlobMissing } from '../blobs/blobStore.ts';
import type { PixelAnswer, PixelTask } from './pictureTasks.ts';

/** A picture's own pixels are damaged. */
export class Unreadable extends Error {}
/** A piece of work took longer than it may. */
export class TookTooLong extends Error {}

/** One piece of work may take this long. */
const MOST_MS = 60_000;
/** A process that has nothing to do ends and gives its memory back. */
const IDLE_MS = 30_000;
/** Work that nobody waits for lets everything else go first; of what somebody waits for, only the server itself. */
const NICENESS = { later: 10, awaited: 4 };

const ENTRY = new URL(import.meta.url.endsWith('.ts') ? './pixelMain.ts' : './pixelMain.js', import.meta.url);

export interface PixelProcess {
  /** Does one task after the other. @throws Unreadable, BlobMissing, TookTooLong, or the signal's reason */
  run<T>(task: PixelTask, signal?: AbortSignal): Promise<T>;
  close(): Promise<void>;
}

/**
 * Works on pixels in a process of its own: with its own threads, a lower priority, and ended when it takes too long
 * or too much, so that no picture can hold up the server.
 * @param urgency whether somebody waits for what it does
 * @param entry the module that does it, where another build of it is wanted
 */
export function createPixelProcess(urgency: keyof typeof NICENESS, entry: URL = ENTRY): PixelProcess {
  let child: ChildProcess | null = null;
  let idle: NodeJS.Timeout | null = null;
  let turn: Promise<unknown> = Promise.resolve();

  function started(): ChildProcess {
    if (child) return child;
    const fromSource = entry.pathname.endsWith('.ts');
    child = fork(entry, {
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      execArgv: ['--expose-gc', ...(fromSource ? ['--import', 'tsx', '--conditions=@nachweis/source'] : [])],
      // One thread at work needs no more arenas than this, and each keeps what it once had.
      env: { ...process.env, MALLOC_ARENA_MAX: '2' },
    });
    const one = child;
    one.once('exit', () => {
      if (child === one) child = null;
    });
    one.on('error', () => one.kill('SIGKILL'));
    try {
      if (one.pid) setPriority(one.pid, NICENESS[urgency]);
    } catch {
      // Not everywhere allowed; it works all the same.
    }
    return one;
  }

  function ask(task: PixelTask, signal: AbortSignal | undefined): Promise<PixelAnswer> {
    const one = started();
    return new Promise((resolve, reject) => {
      const end = (settle: () => void) => {
        clearTimeout(limit);
        one.off('message', onMessage).off('exit', onExit);
        signal?.removeEventListener('abort', onAbort);
        settle();
      };
      const stop = (error: unknown) =>
        end(() => {
          // The next one starts a process of its own, and does not wait for this one's end.
          if (child === one) child = null;
          one.kill('SIGKILL');
          reject(error);
        });
      const onMessage = (answer: PixelAnswer) => end(() => resolve(answer));
      const onExit = () => end(() => reject(new Error('The process that works on pictures ended.')));
      const onAbort = () => stop(signal?.reason);
      const limit = setTimeout(() => stop(new TookTooLong(`It took more than ${MOST_MS} ms.`)), MOST_MS);
      one.on('message', onMessage).on('exit', onExit);
      signal?.addEventListener('abort', onAbort);
      one.send(task, (error) => error && stop(error));
    });
  }

  async function run<T>(task: PixelTask, signal?: AbortSignal): Promise<T> {
    signal?.throwIfAborted();
    if (idle) clearTimeout(idle);
    const answer = await ask(task, signal).finally(() => {
      idle = setTimeout(() => child?.disconnect(), IDLE_MS);
      idle.unref();
    });
    if (answer.ok) return answer.value as T;
    if (answer.reason === 'unreadable') throw new Unreadable(answer.message);
    if (answer.reason === 'missing') throw new BlobMissing(task.sha256);
    throw new Error(answer.message);
  }

  return {
    run<T>(task: PixelTask, signal?: AbortSignal) {
      const mine = turn.then(() => run<T>(task, signal));
      turn = mine.catch(() => undefined);
      return mine;
    },
    async close() {
      if (idle) clearTimeout(idle);
      const one = child;
      if (!one) return;
      const gone = new Promise((resolve) => one.once('exit', resolve));
      one.kill('SIGKILL');
      await gone;
    },
  };
}
