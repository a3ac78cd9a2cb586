import { kindOf, type Preparation } from '@nachweis/core';
import { transfer } from 'comlink';
import { onDemand } from '../workers/onDemand.ts';
import type { TrimWorker } from '../workers/trim.worker.ts';

const askTrimmer = onDemand<TrimWorker>(
  () => new Worker(new URL('../workers/trim.worker.ts', import.meta.url), { type: 'module' }),
);

/**
 * What counts of a capture, with what is hidden taken away and all steps done; not scaled, and without marks.
 * @param url of the capture
 * @returns a PNG
 * @throws WorkerMissing, or Error when the capture cannot be read
 */
export async function trimmed(
  url: string,
  document: Pick<Preparation, 'framing' | 'trims' | 'marks'>,
): Promise<Blob> {
  const { framing, trims, marks } = document;
  const burned = marks.filter((mark) => kindOf(mark).burns);
  const image = new Image();
  image.src = url;
  await image.decode();
  const bitmap = await createImageBitmap(image);
  return askTrimmer(
    (worker): Promise<Blob> => worker.trimmed(transfer(bitmap, [bitmap]), { framing, trims, marks: burned }),
  );
}
