import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Context } from '../context.ts';
import { endedBefore } from './errandRows.ts';

const PART = '.part';

const folderOf = ({ settings }: Pick<Context, 'settings'>): string => join(settings.dataFolder, 'results');

/** Where what was made for an errand lies, and where while it is being made. */
export const resultPath = (context: Pick<Context, 'settings'>, id: string): string =>
  join(folderOf(context), id);
export const partPath = (context: Pick<Context, 'settings'>, id: string): string =>
  `${resultPath(context, id)}${PART}`;

export const makeResultsFolder = async (context: Pick<Context, 'settings'>): Promise<void> =>
  void (await mkdir(folderOf(context), { recursive: true }));

export const removeResult = (context: Pick<Context, 'settings'>, id: string): Promise<void> =>
  rm(resultPath(context, id), { force: true });

/** Lets go of what has waited long enough, and of files that no errand speaks of. */
export async function clearResults(context: Pick<Context, 'db' | 'settings' | 'now'>): Promise<void> {
  const { db, now } = context;
  await db.deleteFrom('errands').where('ended_at', '<=', endedBefore(now())).execute();
  const files: string[] = await readdir(folderOf(context)).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw error;
  });
  const rows = await db
    .selectFrom('errands')
    .select(['id', 'kind', 'state'])
    .where('state', 'in', ['waiting', 'working', 'ready'])
    .execute();
  // A backup has none of them.
  const lost = rows.filter(
    ({ id, kind, state }) => kind === 'archive' && state === 'ready' && !files.includes(id),
  );
  for (const { id } of lost) await db.deleteFrom('errands').where('id', '=', id).execute();
  const wanted = new Set(rows.map(({ id }) => id));
  for (const file of files)
    if (!wanted.has(file.replace(PART, ''))) await rm(join(folderOf(context), file), { force: true });
}
