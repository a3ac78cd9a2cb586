import type { HandInItem } from '@nachweis/contract';
import { FORMAT_FACTS, frameCorners, kindOf, PICTURE_FORMATS } from '@nachweis/core';
import { evidenceColumn, marksColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { fileHref, withExtension } from '../files/hrefs.ts';
import { shareRecord } from '../records/sharedRecord.ts';
import type { Signing } from '../records/signing.ts';

/**
 * The frozen pictures of a hand-in, in the order of the proof sheet.
 * @param signing signs the records of their captures; null where nobody reads them
 */
export async function readItems(
  db: DbOrTrx,
  handInId: string,
  signing: Signing | null,
): Promise<HandInItem[]> {
  const rows = await db
    .selectFrom('hand_in_items')
    .innerJoin('captures', 'captures.id', 'hand_in_items.capture_id')
    .leftJoin('renderings', 'renderings.key', 'hand_in_items.rendering_key')
    .leftJoin('blobs as file', 'file.sha256', 'hand_in_items.file_sha256')
    .leftJoin('renderings as whole', 'whole.key', 'hand_in_items.whole_key')
    .leftJoin('blobs as whole_base', 'whole_base.sha256', 'whole.base_sha256')
    .leftJoin('blobs as base', 'base.sha256', 'hand_in_items.base_sha256')
    .selectAll('hand_in_items')
    .select([
      'captures.source',
      'captures.surface',
      'captures.record as capture_record',
      'captures.salt',
      'captures.width as capture_width',
      'captures.height as capture_height',
      'renderings.document',
      'whole_base.media_type as whole_type',
    ])
    .select(['file.bytes', 'file.media_type as file_type', 'base.media_type as base_type'])
    .where('hand_in_id', '=', handInId)
    .orderBy('position')
    .execute();
  return Promise.all(
    rows.map(async (row) => ({
      id: row.id,
      proofPointId: row.proof_point_id,
      width: row.width,
      height: row.height,
      marks: marksColumn.read(row.marks),
      source: row.source,
      surface: row.surface,
      fileName: row.file_name,
      bytes: row.bytes,
      sha256: row.file_sha256,
      damaged: row.damaged === 1,
      record: signing ? await recordOf(db, signing, row) : '',
      baseHref: row.base_type && hrefOf('base', row.id, row.base_type),
      whole: row.whole_type ? wholeOf(row, row.whole_type) : null,
      fileHref: row.file_type && fileHref('file', row.id, row.file_name),
      thumbHref: row.file_type && fileHref('thumb', row.id, withExtension(row.file_name, 'webp')),
    })),
  );
}

/** Where the framed picture without marks lies. It may be in another format than the file that was handed in. */
export const baseHrefOf = (itemId: string, mediaType: string): string => hrefOf('base', itemId, mediaType);

function hrefOf(kind: 'base' | 'whole', itemId: string, mediaType: string): string {
  const format = PICTURE_FORMATS.find((f) => FORMAT_FACTS[f].mediaType === mediaType) ?? 'png';
  return fileHref(kind, itemId, `picture.${FORMAT_FACTS[format].extensions[0]}`);
}

/** A whole capture with the frame in it. */
function wholeOf(
  row: { id: string; document: string | null; capture_width: number; capture_height: number },
  mediaType: string,
): HandInItem['whole'] {
  const size = { width: row.capture_width, height: row.capture_height };
  const { framing } = evidenceColumn.read(row.document);
  return { href: hrefOf('whole', row.id, mediaType), ...size, frame: frameCorners(framing, size) };
}

const hidesSomething = (document: string | null): boolean =>
  evidenceColumn.read(document).marks.some((mark) => kindOf(mark).burns);

interface RecordedItem {
  id: string;
  record: string | null;
  capture_record: string;
  salt: string;
  document: string | null;
}

/** Signed once, so that it stays what it was. */
async function recordOf(db: DbOrTrx, signing: Signing, row: RecordedItem): Promise<string> {
  if (row.record !== null) return row.record;
  const hides = hidesSomething(row.document);
  const record = await shareRecord(signing, { jws: row.capture_record, salt: row.salt, hides });
  await db
    .updateTable('hand_in_items')
    .set({ record })
    .where('id', '=', row.id)
    .where('record', 'is', null)
    .execute();
  return record;
}
