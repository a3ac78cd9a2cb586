import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { MOST_WORK_FILES, type WorkFiles } from '@nachweis/contract';
import {
  extensionOf,
  FORMAT_FACTS,
  MAX_PICTURE_BYTES,
  PICTURE_FORMATS,
  refuseTooLarge,
  sniffFormat,
  soundFileName,
} from '@nachweis/core';
import { enterBlob } from '../blobs/enterBlob.ts';
import { sha256Of } from '../blobs/hash.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { fileHref } from '../files/hrefs.ts';
import { HttpProblem, notFound } from '../http/problem.ts';

/** What is no picture is saved by a browser, and never opened as a page of this server. */
export const NO_PICTURE = 'application/octet-stream';

/** The files of an assignment; of one that is tried, those of the one it is a trial of. */
export async function readWorkFiles(db: DbOrTrx, assignmentId: string): Promise<WorkFiles> {
  const trial = await db
    .selectFrom('trials')
    .select('of_id')
    .where('assignment_id', '=', assignmentId)
    .executeTakeFirst();
  const rows = await db
    .selectFrom('work_files')
    .select(['id', 'name', 'bytes', 'media_type'])
    .where('assignment_id', '=', trial?.of_id ?? assignmentId)
    .where('removed_at', 'is', null)
    .orderBy('name')
    .execute();
  return {
    files: rows.map(({ id, name, bytes, media_type }) => ({
      id,
      name,
      bytes,
      isPicture: media_type !== NO_PICTURE,
      href: fileHref('work-file', id, name),
    })),
  };
}

/**
 * Takes a file in for an assignment. One of the same name that is there makes room for it.
 *
 * @throws HttpProblem `too-large`; `too-many`; `already-exists` for an id that another assignment's file has
 */
export async function addWorkFile(
  { db, blobs, blobLock, now }: Context,
  assignmentId: string,
  id: string,
  { name: given, content, by }: { name: string; content: Readable; by: string },
): Promise<WorkFiles> {
  const stem = given.split(/[\\/]/).at(-1) ?? given;
  const extension = extensionOf(stem) || 'bin';
  const name = soundFileName(extensionOf(stem) ? stem.slice(0, -(extension.length + 1)) : stem, extension);
  const bytes = await readAll(content, name);
  const format = sniffFormat(bytes);
  const mediaType =
    PICTURE_FORMATS.flatMap((one) => (one === format ? FORMAT_FACTS[one].mediaType : []))[0] ?? NO_PICTURE;
  const at = now().toISOString();
  const sha256 = sha256Of(bytes);
  await blobLock.with(sha256, async () => {
    await blobs.put(bytes);
    await db.transaction().execute(async (trx) => {
      const there = await trx
        .selectFrom('work_files')
        .select('assignment_id')
        .where('id', '=', id)
        .executeTakeFirst();
      if (there && there.assignment_id !== assignmentId) throw new HttpProblem('already-exists', {});
      if (there) return;
      await enterBlob(trx, { sha256, bytes: bytes.length, mediaType, at });
      await trx
        .updateTable('work_files')
        .set({ removed_at: at })
        .where('assignment_id', '=', assignmentId)
        .where('name', '=', name)
        .where('removed_at', 'is', null)
        .execute();
      const { files } = await readWorkFiles(trx, assignmentId);
      if (files.length >= MOST_WORK_FILES)
        throw new HttpProblem('too-many', { of: 'work-files', most: MOST_WORK_FILES });
      const row = {
        id,
        assignment_id: assignmentId,
        name,
        sha256,
        bytes: bytes.length,
        media_type: mediaType,
      };
      await trx
        .insertInto('work_files')
        .values({ ...row, added_by: by, added_at: at, removed_at: null })
        .execute();
    });
  });
  return readWorkFiles(db, assignmentId);
}

async function readAll(content: Readable, name: string): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of content as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > MAX_PICTURE_BYTES) {
      const { refusal } = refuseTooLarge(size, name);
      throw new HttpProblem('too-large', { refusal });
    }
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Takes one away; that it was there stays, and its link goes on working for the staff. */
export async function removeWorkFile(
  { db, now }: Context,
  assignmentId: string,
  id: string,
): Promise<WorkFiles> {
  const { numUpdatedRows } = await db
    .updateTable('work_files')
    .set((eb) => ({ removed_at: eb.fn.coalesce('removed_at', eb.val(now().toISOString())) }))
    .where('id', '=', id)
    .where('assignment_id', '=', assignmentId)
    .executeTakeFirst();
  if (numUpdatedRows === 0n) throw notFound('file');
  return readWorkFiles(db, assignmentId);
}

/** Carries the files over to a copy of an assignment. */
export async function copyWorkFiles(trx: DbOrTrx, fromId: string, toId: string): Promise<void> {
  const rows = await trx
    .selectFrom('work_files')
    .selectAll()
    .where('assignment_id', '=', fromId)
    .where('removed_at', 'is', null)
    .orderBy('seq')
    .execute();
  for (const { seq: _, ...row } of rows)
    await trx
      .insertInto('work_files')
      .values({ ...row, id: randomUUID(), assignment_id: toId })
      .execute();
}
