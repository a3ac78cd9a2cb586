import type { DraftDocument } from '@nachweis/contract';

/** Whether a shown draft is one that a heard one takes the place of: a newer attempt begins its versions anew. */
export const isOlder = (
  shown: Pick<DraftDocument, 'attempt' | 'version'> | null,
  heard: Pick<DraftDocument, 'attempt' | 'version'>,
): boolean =>
  shown === null ||
  shown.attempt < heard.attempt ||
  (shown.attempt === heard.attempt && shown.version < heard.version);
