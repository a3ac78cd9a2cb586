import { type Box, kindOf, type Preparation, placingOf, wholeBox } from '@nachweis/core';
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
  const bitmap = await createImageBitmap(await captureAt(url));
  return askTrimmer((worker): Promise<Blob> => worker.trimmed(transfer(bitmap, [bitmap]), stepsOf(document)));
}

/** A part of a picture, to be drawn. */
export interface Part {
  of: HTMLImageElement | ImageBitmap;
  box: Box;
}

/**
 * The same as pixels, in the size it is scaled to, for who goes on with them.
 * @throws WorkerMissing
 */
export async function scaledPixels(image: HTMLImageElement, document: Steps): Promise<Part> {
  const steps = stepsOf(document);
  const placing = placingOf(steps, { width: image.naturalWidth, height: image.naturalHeight });
  const { trims, marks, framing } = steps;
  // A part of it, and nothing done to it, needs nobody who looks at each of its pixels.
  if (trims.length === 0 && marks.length === 0 && framing.kind !== 'outline' && placing.factor === 1)
    return { of: image, box: placing.frame };
  const bitmap = await createImageBitmap(image);
  const of = await askTrimmer(
    (worker): Promise<ImageBitmap> => worker.scaledPixels(transfer(bitmap, [bitmap]), steps),
  );
  return { of, box: wholeBox(of) };
}

/** Of the marks only those that are burned in. */
const stepsOf = ({ framing, trims, marks }: Steps): Steps => ({
  framing,
  trims,
  marks: marks.filter((mark) => kindOf(mark).burns),
});

/**
 * A capture with its pixels, by an image: one that is in this browser only has an address that the page's rules let nothing
 * else fetch.
 * @throws Error when it cannot be read
 */
export async function captureAt(url: string): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return image;
}
