import {
  type Admitted,
  MAX_PICTURE_BYTES,
  MAX_PICTURE_PIXELS,
  PNG_HEAD_BYTES,
  pngHeaderSize,
  type Refused,
  refuseTooLarge,
} from '@nachweis/core';
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

export type Checked = { ok: true; admitted: Admitted; bitmap: ImageBitmap } | Refused;

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
  const [admitted] = await Promise.all([
    admitWorker().admit(blob, name),
    early && onDecoded(early).catch(() => {}),
  ]);
  if (!admitted.ok) {
    early?.close();
    return admitted;
  }
  const bitmap = early ?? (await decode(blob));
  return bitmap ? { ok: true, admitted, bitmap } : damaged(name);
}

const decode = (blob: Blob) => createImageBitmap(blob).catch(() => null);

/** The refusal of a picture whose pixels cannot be read although its structure is sound. */
function damaged(name: string): Refused {
  return {
    ok: false,
    code: 'bad-structure',
    sentence: `“${name || 'The picture'}” is damaged: its pixels cannot be read. Save it again from the program it came from and add the new file.`,
  };
}
