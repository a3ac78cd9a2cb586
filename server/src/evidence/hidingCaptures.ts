import { hidesOfCapture } from '@nachweis/core';
import { evidenceColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

/**
 * Which captures of a person have something hidden or taken out in any picture that was made of them or of the same bytes:
 * of any assignment, handed in or not, and also where that picture was taken out again.
 * @returns their SHA-256
 */
export async function hidingCaptures(
  db: DbOrTrx,
  ownerId: string,
  sha256s: readonly string[],
): Promise<ReadonlySet<string>> {
  if (sha256s.length === 0) return new Set();
  const drafted = await db
    .selectFrom('captures')
    .innerJoin('evidence', 'evidence.capture_id', 'captures.id')
    .select(['captures.sha256', 'evidence.document'])
    .where('captures.sha256', 'in', sha256s)
    .where('captures.owner_id', '=', ownerId)
    .execute();
  const handedIn = await db
    .selectFrom('captures')
    .innerJoin('hand_in_items', 'hand_in_items.capture_id', 'captures.id')
    .innerJoin('renderings', 'renderings.key', 'hand_in_items.rendering_key')
    .select(['captures.sha256', 'renderings.document'])
    .where('captures.sha256', 'in', sha256s)
    .where('captures.owner_id', '=', ownerId)
    .execute();
  return new Set(
    [...drafted, ...handedIn]
      .filter(({ document }) => hidesOfCapture(evidenceColumn.read(document)))
      .map(({ sha256 }) => sha256),
  );
}
