import { type Remote, wrap } from 'comlink';
import { outboxContent } from '../outbox/outbox.ts';
import type { FindingWorker } from '../workers/finding.worker.ts';

let remote: Remote<FindingWorker> | null = null;

/** The worker that reads pictures; started when it is first asked. */
export function finder(): Remote<FindingWorker> {
  remote ??= wrap<FindingWorker>(
    new Worker(new URL('../workers/finding.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

/** A capture's bytes where this browser holds them, else its address. */
export function pictureSource(captureId: string, href: string): Blob | string {
  return outboxContent().pictures.find((p) => p.captureId === captureId)?.blob ?? href;
}
