import { bytesOf } from '../store/pictureStore.ts';
import type { FindingWorker } from '../workers/finding.worker.ts';
import { onDemand } from '../workers/onDemand.ts';

/** Asks the worker that reads pictures; it starts when it is first asked. @throws WorkerMissing */
export const askFinder = onDemand<FindingWorker>(
  () => new Worker(new URL('../workers/finding.worker.ts', import.meta.url), { type: 'module' }),
);

/** Starts it ahead of the first picture. */
export const warmUpFinder = (): void => void askFinder((finder) => finder.ready()).catch(() => undefined);

/** A capture's bytes where this browser holds them, else its address. */
export async function pictureSource(captureId: string, href: string): Promise<Blob | string> {
  return (await bytesOf(captureId).catch(() => null)) ?? href;
}
