import type { Done } from '@nachweis/contract';
import { toast } from '../ui/notices.ts';
import type { ConvertWorker } from '../workers/convert.worker.ts';
import { onDemand, WorkerMissing } from '../workers/onDemand.ts';
import type { Incoming } from './incoming.ts';
import type { Unpacked } from './unpack.ts';

const askConverter = onDemand<ConvertWorker>(
  () => new Worker(new URL('../workers/convert.worker.ts', import.meta.url), { type: 'module' }),
);

const PACKING = 'packing';

/**
 * What was taken here and is too large as PNG becomes WebP: nobody can save it again in another way.
 * @returns it as it was where that cannot be
 */
export async function pack(one: Incoming): Promise<Incoming> {
  toast.info('The picture is very large and is being packed …', { id: PACKING, duration: Infinity });
  try {
    const blob = await askConverter((converter) => converter.toLosslessWebp(one.blob));
    const done: Done = { code: 'packed', data: {} };
    return { ...one, blob, done: [...(one.done ?? []), done] };
  } catch {
    return one;
  } finally {
    toast.dismiss(PACKING);
  }
}

/** Makes a PNG of what browsers do not show, or says why that cannot be. @throws WorkerMissing */
export async function convert(
  one: Incoming,
  kind: 'tiff' | 'bmp',
  result: Unpacked,
): Promise<Incoming | null> {
  try {
    const { blob, done } = await askConverter((converter) => converter.toPng(one.blob, kind));
    const name = one.name.replace(/\.(tiff?|bmp)$/i, '.png');
    return { ...one, blob, name, head: undefined, done: [...(one.done ?? []), done] };
  } catch (error) {
    if (error instanceof WorkerMissing) throw error;
    result.refused.push(
      `“${one.name || 'The picture'}” is a ${kind.toUpperCase()} that cannot be read. Save it as PNG and add that file.`,
    );
    return null;
  }
}
