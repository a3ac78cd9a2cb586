import { type Admitted, MAX_PICTURE_BYTES, type Refused, refuseTooLarge } from '@nachweis/core';
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

/** Checks a picture's structure and decodes it at the same time; the one that is refused is never decoded beyond the limit. */
export async function admitBlob(blob: Blob, name: string): Promise<Checked> {
  if (blob.size > MAX_PICTURE_BYTES) return refuseTooLarge(blob.size, name);
  const checking = admitWorker().admit(blob, name);
  const small = blob.size < EAGER_BYTES;
  const decoding = small ? decode(blob) : null;
  const admitted = await checking;
  if (!admitted.ok) {
    void decoding?.then((bitmap) => bitmap?.close());
    return admitted;
  }
  const bitmap = await (decoding ?? decode(blob));
  if (bitmap) return { ok: true, admitted, bitmap };
  return {
    ok: false,
    code: 'bad-structure',
    sentence: `“${name || 'The picture'}” is damaged: its pixels cannot be read. Save it again from the program it came from and add the new file.`,
  };
}

/** Most captures are smaller; decoding those need not wait for the check, and a header that lies about its size fails by itself. */
const EAGER_BYTES = 12 * 1024 * 1024;

const decode = (blob: Blob) => createImageBitmap(blob).catch(() => null);
