import { pipeline } from 'node:stream/promises';
import { extensionOf, FORMAT_FACTS, PICTURE_FORMATS, type PictureFormat } from '@nachweis/core';
import type { Request, Response } from 'express';
import { type Actor, mayFetchFile } from '../access/access.ts';
import type { ByteRange } from '../blobs/blobStore.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { isRemarkPictureShown } from '../reviews/remarkPictures.ts';
import { NO_PICTURE } from '../workFiles/workFiles.ts';
import { parseFileId } from './hrefs.ts';
import type { StoredFile } from './storedFile.ts';
import { readThumbnail } from './thumbnails.ts';

/**
 * `GET /files/<id>/<name>.<ext>`: a picture, to those who may see it. The name is for people and for programs that
 * look at the extension only; an extension that is not the picture's own is not found.
 */
export function filesRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/files/:fileId/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const { fileId, name } = req.params as { fileId: string; name: string };
    const file = await findFile(context, actor, fileId);
    if (!file?.extensions.some((extension) => name.toLowerCase().endsWith(`.${extension}`)))
      throw notFound('picture');
    res.set({
      'Content-Type': file.mediaType,
      ETag: file.etag,
      'Accept-Ranges': 'bytes',
      // Each use asks again, which costs a 304: a right that was taken away or a sign-out takes effect at once.
      'Cache-Control': 'private, no-cache',
      'Content-Disposition': `${'download' in req.query || file.isToBeSaved ? 'attachment' : 'inline'}; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Content-Security-Policy': "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; sandbox",
    });
    await send(req, res, file);
  };
}

/** Conditions and ranges of RFC 9110, sections 13 and 14; of several ranges the whole is sent. */
async function send(req: Request, res: Response, file: StoredFile): Promise<void> {
  const ifMatch = req.get('if-match');
  if (ifMatch && ifMatch !== '*' && !ifMatch.split(',').some((tag) => tag.trim() === file.etag))
    throw new HttpProblem('changed-since');
  if (req.fresh) return void res.status(304).end();
  const ifRange = req.get('if-range');
  const wanted = !ifRange || ifRange === file.etag ? req.range(file.size) : undefined;
  if (wanted === -1) {
    res.set('Content-Range', `bytes */${file.size}`);
    throw new HttpProblem('bad-range');
  }
  const range =
    Array.isArray(wanted) && wanted.type === 'bytes' && wanted.length === 1 ? wanted[0] : undefined;
  const length = range ? range.end - range.start + 1 : file.size;
  res.status(range ? 206 : 200).set('Content-Length', String(length));
  if (range) res.set('Content-Range', `bytes ${range.start}-${range.end}/${file.size}`);
  if (req.method === 'HEAD') return void res.end();
  const stream = await file.open(range);
  // Where the reader leaves in the middle, nothing has gone wrong.
  await pipeline(stream, res).catch((error) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
}

async function findFile(context: Context, actor: Actor, fileId: string): Promise<StoredFile | null> {
  const parsed = parseFileId(fileId);
  if (!parsed || !(await mayFetchFile(context.db, actor, parsed.kind, parsed.id))) return null;
  const { kind, id } = parsed;
  if (kind === 'base' || kind === 'file' || kind === 'thumb' || kind === 'whole')
    return handedIn(context, actor, kind, id);
  if (kind === 'work-file') return workFile(context, id);
  const isOfRemark = kind === 'remark-picture' || kind === 'remark-picture-thumb';
  if (isOfRemark && !(await isRemarkPictureShown(context, actor, id))) return null;
  const stored =
    kind === 'capture' || kind === 'capture-thumb'
      ? 'captures'
      : isOfRemark
        ? 'remark_pictures'
        : 'reference_pictures';
  const { sha256, format } = await context.db
    .selectFrom(stored)
    .select(['sha256', 'format'])
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  const isThumb = kind.endsWith('-thumb');
  return isThumb ? readThumbnail(context, actor, sha256) : picture(context, sha256, format);
}

async function handedIn(
  context: Context,
  actor: Actor,
  kind: 'base' | 'file' | 'thumb' | 'whole',
  id: string,
): Promise<StoredFile | null> {
  const row = await context.db
    .selectFrom('hand_in_items')
    .leftJoin('renderings as whole', 'whole.key', 'hand_in_items.whole_key')
    .select(['hand_in_items.base_sha256', 'hand_in_items.file_sha256', 'whole.base_sha256 as whole_sha256'])
    .where('hand_in_items.id', '=', id)
    .executeTakeFirstOrThrow();
  const sha256 = {
    base: row.base_sha256,
    whole: row.whole_sha256,
    file: row.file_sha256,
    thumb: row.file_sha256,
  }[kind];
  // It is being made, or never can be.
  if (!sha256) return null;
  if (kind === 'thumb') return readThumbnail(context, actor, sha256);
  const { media_type } = await context.db
    .selectFrom('blobs')
    .select('media_type')
    .where('sha256', '=', sha256)
    .executeTakeFirstOrThrow();
  return picture(
    context,
    sha256,
    PICTURE_FORMATS.find((f) => FORMAT_FACTS[f].mediaType === media_type) ?? 'png',
  );
}

async function workFile({ db, blobs }: Context, id: string): Promise<StoredFile> {
  const row = await db
    .selectFrom('work_files')
    .select(['name', 'sha256', 'media_type'])
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  const size = await blobs.size(row.sha256);
  if (size === null) throw notFound('file');
  return {
    size,
    etag: `"${row.sha256}"`,
    mediaType: row.media_type,
    extensions: [extensionOf(row.name)],
    isToBeSaved: row.media_type === NO_PICTURE,
    open: (range?: ByteRange) => blobs.stream(row.sha256, range),
  };
}

async function picture({ blobs }: Context, sha256: string, format: PictureFormat): Promise<StoredFile> {
  const size = await blobs.size(sha256);
  if (size === null) throw notFound('picture');
  const { mediaType, extensions } = FORMAT_FACTS[format];
  const open = (range?: ByteRange) => blobs.stream(sha256, range);
  return { size, etag: `"${sha256}"`, mediaType, extensions, open };
}
