import { FORMAT_FACTS } from '@nachweis/core';
import type { Request, Response } from 'express';
import { type Actor, type FileKind, mayFetchFile } from '../access/access.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { thumbnailOf } from '../pictures/inspect.ts';
import { parseFileId } from './hrefs.ts';

interface StoredFile {
  path: string;
  sha256: string;
  mediaType: string;
  extensions: readonly string[];
}

/**
 * `GET /files/<id>/<name>.<ext>`: a picture, to those who may see it. The name is for people and for programs that
 * look at the extension only; an extension that is not the picture's own is not found.
 */
export function filesRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/files/:fileId/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out', 'Sign in to see this picture.');
    const { fileId, name } = req.params as { fileId: string; name: string };
    const file = await findFile(context, actor, fileId);
    if (!file?.extensions.some((extension) => name.toLowerCase().endsWith(`.${extension}`)))
      throw notFound('The picture');
    res.set({
      'Content-Type': file.mediaType,
      ETag: `"${file.sha256}"`,
      // Each use asks again, which costs a 304: a right that was taken away or a sign-out takes effect at once.
      'Cache-Control': 'private, no-cache',
      'Content-Disposition': `${'download' in req.query ? 'attachment' : 'inline'}; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Content-Security-Policy': "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; sandbox",
    });
    await new Promise<void>((resolve, reject) => {
      res.sendFile(
        file.path,
        { cacheControl: false, lastModified: false, etag: false, dotfiles: 'allow' },
        (error) => {
          const aborted = (error as NodeJS.ErrnoException | undefined)?.code === 'ECONNABORTED';
          if (error && !aborted) reject(error);
          else resolve();
        },
      );
    });
  };
}

async function findFile(context: Context, actor: Actor, fileId: string): Promise<StoredFile | null> {
  const parsed = parseFileId(fileId);
  if (!parsed || !(await mayFetchFile(context, actor, parsed.kind, parsed.id))) return null;
  const { kind, id } = parsed;
  if (kind === 'capture' || kind === 'capture-thumb') {
    const row = await context.db
      .selectFrom('captures')
      .select(['sha256', 'format'])
      .where('id', '=', id)
      .executeTakeFirstOrThrow();
    if (kind === 'capture-thumb') return thumbnailFile(context, row.sha256);
    const { mediaType, extensions } = FORMAT_FACTS[row.format];
    return { path: context.blobs.pathOf(row.sha256), sha256: row.sha256, mediaType, extensions };
  }
  return handedInFile(context, kind, id);
}

async function thumbnailFile(context: Context, sha256: string): Promise<StoredFile> {
  const path = await thumbnailOf(context, sha256);
  return { path, sha256: `thumb-${sha256}`, mediaType: 'image/webp', extensions: ['webp'] };
}

async function handedInFile(
  context: Context,
  kind: Exclude<FileKind, 'capture' | 'capture-thumb'>,
  id: string,
): Promise<StoredFile> {
  const row = await context.db
    .selectFrom('hand_in_items')
    .select(['base_sha256', 'file_sha256'])
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  if (kind === 'thumb') return thumbnailFile(context, row.file_sha256);
  const sha256 = kind === 'base' ? row.base_sha256 : row.file_sha256;
  return { path: context.blobs.pathOf(sha256), sha256, mediaType: 'image/png', extensions: ['png'] };
}
