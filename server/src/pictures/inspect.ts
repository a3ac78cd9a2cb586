import { mkdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Context } from '../context.ts';

/** Thumbnails can always be made again, so they lie beside the blobs, not among them. */
function thumbnailPath(context: Context, sha256: string): string {
  return join(context.settings.dataFolder, 'thumbnails', sha256.slice(0, 2), `${sha256}.webp`);
}

/** The job that looks at a picture after it came in: a thumbnail, and facts for the automatic findings. */
export async function inspectPicture(context: Context, sha256: string): Promise<void> {
  const target = thumbnailPath(context, sha256);
  await mkdir(dirname(target), { recursive: true });
  const facts = await context.pictures.inspect(context.blobs.pathOf(sha256), target);
  await context.db
    .insertInto('inspections')
    .values({ sha256, facts: JSON.stringify(facts), made_at: context.now().toISOString() })
    .onConflict((c) => c.column('sha256').doUpdateSet({ facts: JSON.stringify(facts) }))
    .execute();
}

/** Path of a picture's thumbnail; one that is missing, or not made yet, is made now. */
export async function thumbnailOf(context: Context, sha256: string): Promise<string> {
  const path = thumbnailPath(context, sha256);
  const there = await stat(path).then(
    () => true,
    () => false,
  );
  if (!there) await inspectPicture(context, sha256);
  return path;
}
