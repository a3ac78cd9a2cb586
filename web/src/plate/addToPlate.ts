import { MOST_ON_PLATE } from '@nachweis/core';
import { keepPlateDraft, newPlateDraft, readPlateDraft } from './plateDraft.ts';

interface PlateOf {
  personId: string;
  assignmentId: string;
  /** of a plate that is begun */
  heading: string;
}

/**
 * Puts a capture on the plate of an assignment, after those that are on it.
 * @param isNew on a plate of its own, which takes the place of the one before
 * @returns how many are on it now; null where it is full
 */
export function addToPlate(
  { personId, assignmentId, heading }: PlateOf,
  captureId: string,
  isNew: boolean,
): number | null {
  const before = isNew ? newPlateDraft(heading) : readPlateDraft(personId, assignmentId, heading);
  if (before.pictures.length >= MOST_ON_PLATE) return null;
  const pictures = [...before.pictures, { key: captureId, caption: '', credit: '' }];
  keepPlateDraft(personId, assignmentId, { ...before, pictures });
  return pictures.length;
}
