import {
  framedBox,
  framedSize,
  kindOf,
  type Mark,
  marksInFrame,
  type PictureFormat,
  type Redaction,
  type Size,
  scaleMarks,
} from '@nachweis/core';
import { sha256Of } from '../blobs/hash.ts';
import type { Context } from '../context.ts';
import { type EvidenceDocument, evidenceColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

/** Raised when the same document gives other pixels, so that what was made before is not taken for it. */
export const RENDERING_VERSION = 1;

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
  /** what is burned into it, in pixels of the framed picture before it is scaled */
  burned: Redaction[];
  /** what the file will be */
  format: PictureFormat;
}

/** Whether the base keeps its coded pixels: it is whole, in its own size, and nothing in it is hidden. */
export function keepsCoding({ framing, marks }: EvidenceDocument, capture: RenderedFrom): boolean {
  return (
    capture.keepsFormat &&
    framing.kind === 'whole' &&
    framedSize(framing, capture).width === capture.width &&
    !marks.some((mark) => kindOf(mark).burns)
  );
}

export function prepareRendering(document: EvidenceDocument, capture: RenderedFrom): Prepared {
  const frame = framedBox(document.framing, capture);
  const size = framedSize(document.framing, capture);
  const framed = marksInFrame(document.marks, frame);
  const burned = framed.filter((mark) => mark.kind === 'redaction');
  const drawn = framed.filter((mark) => !kindOf(mark).burns);
  const marks = scaleMarks(drawn, size.width / frame.width);
  const keeps = keepsCoding(document, capture);
  const key = sha256Of(
    JSON.stringify([RENDERING_VERSION, capture.sha256, document.framing, document.marks, keeps]),
  );
  return { key, ...size, marks, burned, format: keeps && marks.length === 0 ? capture.format : 'png' };
}

/** Sees to it that a picture gets made, unless it is there. Part of the transaction that needs it. */
export async function wantRendering(
  { jobs }: Pick<Context, 'jobs'>,
  trx: DbOrTrx,
  kind: 'render' | 'seal',
  key: string,
  document: EvidenceDocument,
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
