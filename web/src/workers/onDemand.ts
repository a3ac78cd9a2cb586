import { type Remote, wrap } from 'comlink';

/** The worker's code could not be fetched, or it broke down before it had answered. */
export class WorkerMissing extends Error {}

/**
 * A worker that starts when it is first asked, and again after its code could not be fetched or it broke down.
 * @returns asks it; rejects with WorkerMissing, or with what it throws itself
 */
export function onDemand<Api>(start: () => Worker): <T>(ask: (api: Remote<Api>) => Promise<T>) => Promise<T> {
  let running: { api: Remote<Api>; failed: Promise<never> } | null = null;
  const begin = () => {
    const thread = start();
    const failed = new Promise<never>((_, reject) => {
      thread.addEventListener('error', () => {
        running = null;
        thread.terminate();
        reject(new WorkerMissing('The worker could not be started.'));
      });
    });
    // Nobody may be waiting for an answer when it fails.
    failed.catch(() => undefined);
    return { api: wrap<Api>(thread), failed };
  };
  return (ask) => {
    running ??= begin();
    return Promise.race([ask(running.api), running.failed]);
  };
}
