import type { Actor } from '../access/access.ts';
import type { ByteRange } from '../blobs/blobStore.ts';
import { removeUnlessEntered } from '../blobs/strayFiles.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { Unreadable } from '../pictures/pixelProcess.ts';
import type { StoredFile } from './storedFile.ts';

/** How long somebody waits for a thumbnail that is not there yet. */
const PATIENCE_MS = 20_000;

/**
 * The thumbnail of a blob; one that is missing, or not made yet, is made now.
 * @throws HttpProblem `busy` when others' take too long
 */
export async function readThumbnail(context: Context, actor: Actor, sha256: string): Promise<StoredFile> {
  const { blobs, pictures, settings } = context;
  if ((await blobs.derivedSize(sha256, 'thumbnail')) === null) {
    const limit = AbortSignal.timeout(PATIENCE_MS);
    try {
      await pictures.thumbnail(settings.dataFolder, actor.personId, sha256, limit);
    } catch (error) {
      if (error instanceof Unreadable) throw notFound('picture');
      if (limit.aborted) throw new HttpProblem('busy');
      throw error;
    }
    // It may have been let go of while it was made.
    await removeUnlessEntered(context, sha256);
  }
  const size = await blobs.derivedSize(sha256, 'thumbnail');
  if (size === null) throw notFound('picture');
  const open = (range?: ByteRange) => blobs.derivedStream(sha256, 'thumbnail', range);
  return { size, etag: `"thumb-${sha256}"`, mediaType: 'image/webp', extensions: ['webp'], open };
}
