import type { HandInItem } from '@nachweis/contract';
import { FORMAT_FACTS, kindOf, PICTURE_FORMATS } from '@nachweis/core';
import { evidenceColumn, marksColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { fileHref, withExtension } from '../files/hrefs.ts';

/** The frozen pictures of a hand-in, in the order of the proof sheet. */
export async function readItems(db: DbOrTrx, handInId: string): Promise<HandInItem[]> {
  const rows = await db
    .selectFrom('hand_in_items')
    .innerJoin('captures', 'captures.id', 'hand_in_items.capture_id')
    .leftJoin('renderings', 'renderings.key', 'hand_in_items.rendering_key')
    .leftJoin('blobs as file', 'file.sha256', 'hand_in_items.file_sha256')
    .leftJoin('blobs as base', 'base.sha256', 'hand_in_items.base_sha256')
    .selectAll('hand_in_items')
    .select(['captures.source', 'captures.surface', 'captures.record', 'renderings.document'])
    .select(['file.bytes', 'file.media_type as file_type', 'base.media_type as base_type'])
    .where('hand_in_id', '=', handInId)
    .orderBy('position')
    .execute();
  return rows.map((row) => ({
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
    // A hash of the whole capture lets what is hidden in it be guessed.
    record: hidesSomething(row.document) ? '' : row.record,
    baseHref: row.base_type && fileHref('base', row.id, withType(row.file_name, row.base_type)),
    fileHref: row.file_type && fileHref('file', row.id, row.file_name),
    thumbHref: row.file_type && fileHref('thumb', row.id, withExtension(row.file_name, 'webp')),
  }));
}

/** The base may be in another format than the file, which then ends in another way. */
function withType(name: string, mediaType: string): string {
  const format = PICTURE_FORMATS.find((f) => FORMAT_FACTS[f].mediaType === mediaType) ?? 'png';
  return withExtension(name, FORMAT_FACTS[format].extensions[0]);
}

const hidesSomething = (document: string | null): boolean =>
  evidenceColumn.read(document).marks.some((mark) => kindOf(mark).burns);
