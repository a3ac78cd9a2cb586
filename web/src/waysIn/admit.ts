import {
  type Admitted,
  MAX_PICTURE_BYTES,
  MAX_PICTURE_PIXELS,
  PNG_HEAD_BYTES,
  pngHeaderSize,
  type Refused,
  refuseTooLarge,
  refuseUnreadable,
} from '@nachweis/core';
import type { AdmitWorker } from '../workers/admit.worker.ts';
import { onDemand, WorkerMissing } from '../workers/onDemand.ts';

const askAdmission = onDemand<AdmitWorker>(
  () => new Worker(new URL('../workers/admit.worker.ts', import.meta.url), { type: 'module' }),
);

/** Starts the worker ahead of the first picture. */
export const warmUp = (): void => void askAdmission((worker) => worker.ready()).catch(() => undefined);

export type Checked = { ok: true; notes: Admitted['notes']; bitmap: ImageBitmap } | Refused;

/**
 * Checks a picture's structure, and decodes it once it is known not to claim too many pixels. A PNG, which most
 * captures are, says so in its first bytes and is decoded, and may be seen, before it is checked; everything else
 * waits for the check.
 * @param head the first PNG_HEAD_BYTES where they have been read already
 * @param onDecoded called with the pixels, which may still be refused
 */
export async function admitBlob(
  blob: Blob,
  name: string,
  head?: Uint8Array,
  onDecoded: (bitmap: ImageBitmap) => Promise<void> = async () => {},
): Promise<Checked> {
  if (blob.size > MAX_PICTURE_BYTES) return refuseTooLarge(blob.size, name);
  const size = pngHeaderSize(head ?? new Uint8Array(await blob.slice(0, PNG_HEAD_BYTES).arrayBuffer()));
  const early = size && size.width * size.height <= MAX_PICTURE_PIXELS ? await decode(blob) : null;
  // The check follows: beside the decoding, it would hold it up.
  const [admitted] = await Promise.all([check(blob, name), early && onDecoded(early).catch(() => {})]);
  if (!admitted.ok) {
    early?.close();
    return admitted;
  }
  const bitmap = early ?? (await decode(blob));
  return bitmap ? { ok: true, notes: admitted.notes, bitmap } : refuseUnreadable(name);
}

const decode = (blob: Blob) => createImageBitmap(blob).catch(() => null);

/** Where the check cannot be fetched, the server's own has to do; what a browser decodes is a picture. */
async function check(blob: Blob, name: string): Promise<{ ok: true; notes: Admitted['notes'] } | Refused> {
  try {
    return await askAdmission((worker): Promise<Admitted | Refused> => worker.admit(blob, name));
  } catch (error) {
    if (!(error instanceof WorkerMissing)) throw error;
    return { ok: true, notes: [] };
  }
}
