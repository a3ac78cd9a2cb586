import { kindOf, type Preparation, placingOf } from '@nachweis/core';
import { transfer } from 'comlink';
import { onDemand } from '../workers/onDemand.ts';
import type { TrimWorker } from '../workers/trim.worker.ts';

const askTrimmer = onDemand<TrimWorker>(
  () => new Worker(new URL('../workers/trim.worker.ts', import.meta.url), { type: 'module' }),
);

type Steps = Pick<Preparation, 'framing' | 'trims' | 'marks'>;

/**
 * What counts of a capture, with what is hidden taken away and all steps done; not scaled, and without marks.
 * @param url of the capture
 * @returns a PNG
 * @throws WorkerMissing, or Error when the capture cannot be read
 */
export async function trimmed(url: string, document: Steps): Promise<Blob> {
  const bitmap = await captureAt(url);
  return askTrimmer((worker): Promise<Blob> => worker.trimmed(transfer(bitmap, [bitmap]), stepsOf(document)));
}

/**
 * The same as pixels, for who goes on with them; closed by who asked.
 * @throws as `trimmed`
 */
export async function trimmedPixels(url: string, document: Steps): Promise<ImageBitmap> {
  const bitmap = await captureAt(url);
  const steps = stepsOf(document);
  // A part of it, and nothing done to it, needs nobody who looks at each of its pixels.
  if (steps.trims.length === 0 && steps.marks.length === 0 && steps.framing.kind !== 'outline') {
    const { x, y, width, height } = placingOf(steps, bitmap).frame;
    const part = await createImageBitmap(bitmap, x, y, width, height);
    bitmap.close();
    return part;
  }
  return askTrimmer(
    (worker): Promise<ImageBitmap> => worker.trimmedPixels(transfer(bitmap, [bitmap]), steps),
  );
}

/** Of the marks only those that are burned in. */
const stepsOf = ({ framing, trims, marks }: Steps): Steps => ({
  framing,
  trims,
  marks: marks.filter((mark) => kindOf(mark).burns),
});

/** By an image: a picture that is in this browser only has an address that the page's rules let nothing else fetch. */
async function captureAt(url: string): Promise<ImageBitmap> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return createImageBitmap(image);
}
