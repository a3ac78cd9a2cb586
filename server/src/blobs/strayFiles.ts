import type { Context } from '../context.ts';
import { isEntered } from './isEntered.ts';

/** How long bytes may wait for the row that stands for them: no work that writes them ahead of it takes as long. */
const PATIENCE_MS = 3600 * 1000;

/**
 * Takes bytes, and what was derived from any, that no row stands for: of an upload or a file that was refused at the
 * last step, of a picture that was still being made when its owner was removed, of a crash in between.
 *
 * @param signal ends it after the file that is looked at
 * @returns how many went
 */
export async function removeStrayFiles(context: Context, signal?: AbortSignal): Promise<number> {
  const { db, blobs, now, log } = context;
  const remove = (sha256: string) =>
    removeUnlessEntered(context, sha256).catch((error) => {
      log.error({ err: error, sha256 }, 'a file that nothing stands for could not be removed');
      return false;
    });
  let gone = 0;
  for await (const sha256 of blobs.writtenBefore(new Date(now().getTime() - PATIENCE_MS))) {
    if (signal?.aborted) break;
    // Without its lock at first: most have a row, and uploads need not wait for a look at them.
    if (!(await isEntered(db, sha256)) && (await remove(sha256))) gone += 1;
  }
  return gone;
}

/** Takes bytes for which there is no row, or no longer one. @returns whether there was none */
export const removeUnlessEntered = (
  { db, blobs, blobLock }: Pick<Context, 'db' | 'blobs' | 'blobLock'>,
  sha256: string,
): Promise<boolean> =>
  blobLock.with(sha256, async () => {
    if (await isEntered(db, sha256)) return false;
    await blobs.remove(sha256);
    return true;
  });
