import type { Capture } from '@nachweis/contract';
import { FORMAT_FACTS } from '@nachweis/core';
import type { Selectable } from 'kysely';
import { notesColumn } from '../db/columns.ts';
import type { Tables } from '../db/tables.ts';
import { fileHref, withExtension } from '../files/hrefs.ts';

/** A capture's row as the contract gives it. */
export function captureOf(
  row: Pick<
    Selectable<Tables['captures']>,
    | 'id'
    | 'source'
    | 'surface'
    | 'original_name'
    | 'format'
    | 'width'
    | 'height'
    | 'sha256'
    | 'received_at'
    | 'notes'
  >,
  bytes: number,
): Capture {
  const extension = FORMAT_FACTS[row.format].extensions[0];
  return {
    id: row.id,
    source: row.source,
    surface: row.surface,
    originalName: row.original_name,
    format: row.format,
    width: row.width,
    height: row.height,
    bytes,
    sha256: row.sha256,
    receivedAt: row.received_at,
    href: fileHref('capture', row.id, withExtension(row.original_name || 'capture', extension)),
    notes: notesColumn.read(row.notes),
  };
}
