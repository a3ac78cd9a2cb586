import { type Admitted, MAX_PICTURE_BYTES, type Refused, refuseTooLarge, type Size } from '@nachweis/core';
import { type Remote, wrap } from 'comlink';
import type { AdmitWorker } from '../workers/admit.worker.ts';

let worker: Remote<AdmitWorker> | null = null;

function admitWorker(): Remote<AdmitWorker> {
  worker ??= wrap<AdmitWorker>(
    new Worker(new URL('../workers/admit.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Starts the worker ahead of the first picture. */
export const warmUp = (): void => void admitWorker();

/** A picture whose structure is sound. Its pixels may still be on their way, and may turn out to be damaged. */
export type Checked =
  | {
      ok: true;
      admitted: Admitted;
      size: Size;
      /** for showing it, no wider than the window; null when the pixels cannot be read */
      bitmap: Promise<ImageBitmap | null>;
    }
  | Refused;

/**
 * Checks a picture's structure, and decodes it once it is known not to claim too many pixels. A PNG, which most
 * captures are, says so in its first bytes and is decoded while it is checked and while the page makes ready to show it;
 * everything else waits for the check and for its pixels, which alone tell the size after turning.
 */
export async function admitBlob(blob: Blob, name: string): Promise<Checked> {
  if (blob.size > MAX_PICTURE_BYTES) return refuseTooLarge(blob.size, name);
  const worker = admitWorker();
  const size = await worker.pngSize(blob);
  const widest = Math.round(window.innerWidth * window.devicePixelRatio);
  const early = size && worker.decode(blob, size, widest);
  const admitted = await worker.admit(blob, name);
  if (!admitted.ok) {
    void early?.then((bitmap) => bitmap?.close());
    return admitted;
  }
  if (early && size) return { ok: true, admitted, size, bitmap: early };
  const bitmap = await createImageBitmap(blob).catch(() => null);
  if (!bitmap) return damaged(name);
  return {
    ok: true,
    admitted,
    size: { width: bitmap.width, height: bitmap.height },
    bitmap: Promise.resolve(bitmap),
  };
}

/** The refusal of a picture whose pixels cannot be read although its structure is sound. */
export function damaged(name: string): Refused {
  return {
    ok: false,
    code: 'bad-structure',
    sentence: `“${name || 'The picture'}” is damaged: its pixels cannot be read. Save it again from the program it came from and add the new file.`,
  };
}
