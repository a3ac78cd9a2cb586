import type { Assignment, Preparation } from '@nachweis/contract';
import {
  kindOf,
  type Mark,
  marksOnPicture,
  type PictureFormat,
  placingOf,
  type Size,
  usualEncoding,
} from '@nachweis/core';
import { sha256Of } from '../blobs/hash.ts';
import type { Context } from '../context.ts';
import { evidenceColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

/** Raised when the same document gives other pixels, so that what was made before is not taken for it. */
export const RENDERING_VERSION = 1;

/** The whole of a capture as it is, but for what tells of place, owner or device. */
export const WHOLE: Preparation = { framing: { kind: 'whole' }, trims: [], marks: [], encoding: null };

/** What a picture is made from. */
export interface RenderedFrom extends Size {
  sha256: string;
  format: PictureFormat;
  /** as a whole it keeps its coded pixels */
  keepsFormat: boolean;
}

/** The picture that a document makes of a capture, before it is made. */
export interface Prepared extends Size {
  /** the same for the same pixels and the same document */
  key: string;
  /** in pixels of the framed and scaled picture; without what is burned into it */
  marks: Mark[];
  /** what the file will be */
  format: PictureFormat;
}

/** Whether the base keeps its coded pixels: it is whole, in its own size and format, and nothing is done to it. */
export function keepsCoding(document: Preparation, capture: RenderedFrom): boolean {
  return (
    capture.keepsFormat &&
    document.encoding === null &&
    document.trims.length === 0 &&
    document.framing.kind === 'whole' &&
    placingOf(document, capture).factor === 1 &&
    !document.marks.some((mark) => kindOf(mark).burns)
  );
}

/** The formats that a proof point takes; null: any. */
export const formatsAt = (
  { proofPoints }: Assignment,
  proofPointId: string,
): readonly PictureFormat[] | null =>
  proofPoints.find((point) => point.id === proofPointId)?.requirements.formats ?? null;

/**
 * A document whose file has a format that its proof point takes, where nobody chose one: the picture's own where that is
 * kept and taken, else the usual one of those that are.
 *
 * @param formats what the proof point takes; null: any
 */
export function withFormat(
  document: Preparation,
  capture: RenderedFrom,
  formats: readonly PictureFormat[] | null,
): Preparation {
  if (document.encoding || !formats) return document;
  const keeps = keepsCoding(document, capture) && document.marks.length === 0;
  if (formats.includes(keeps ? capture.format : 'png')) return document;
  return { ...document, encoding: usualEncoding(formats) };
}

export function prepareRendering(document: Preparation, capture: RenderedFrom): Prepared {
  const { framing, trims, marks: all, encoding } = document;
  const placing = placingOf(document, capture);
  const marks = marksOnPicture(
    all.filter((mark) => !kindOf(mark).burns),
    placing,
  );
  const keeps = keepsCoding(document, capture);
  // What was made before there were steps and formats keeps its key.
  const more = trims.length > 0 || encoding ? [trims, encoding] : [];
  const key = sha256Of(JSON.stringify([RENDERING_VERSION, capture.sha256, framing, all, keeps, ...more]));
  return {
    key,
    ...placing.size,
    marks,
    format: encoding?.format ?? (keeps && marks.length === 0 ? capture.format : 'png'),
  };
}

/** Sees to it that a picture gets made, unless it is there. Part of the transaction that needs it. */
export async function wantRendering(
  { jobs }: Pick<Context, 'jobs'>,
  trx: DbOrTrx,
  kind: 'render' | 'seal',
  key: string,
  document: Preparation,
  capture_sha256: string,
  owner: string,
): Promise<void> {
  await trx
    .insertInto('renderings')
    .values({
      key,
      capture_sha256,
      document: evidenceColumn.write(document),
      base_sha256: null,
      file_sha256: null,
      made_at: null,
    })
    .onConflict((c) => c.column('key').doNothing())
    .execute();
  const row = await trx
    .selectFrom('renderings')
    .select(['base_sha256', 'failed'])
    .where('key', '=', key)
    .executeTakeFirstOrThrow();
  if (row.base_sha256 === null && row.failed === 0) await jobs.add(trx, kind, key, owner);
}
