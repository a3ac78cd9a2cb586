import { MOST_ON_PLATE } from '@nachweis/core';
import { keepPlateDraft, newPlateDraft, type PlateDraft, readPlateDraft } from './plateDraft.ts';

interface PlateOf {
  personId: string;
  assignmentId: string;
  /** of a plate that is begun */
  heading: string;
}

/** What became of a plate by adding to it. */
type Added =
  | { is: 'on-it'; count: number /** the plate whose place a new one took */; before: PlateDraft | null }
  | { is: 'full' }
  | { is: 'not-kept' };

/**
 * Puts a capture on the plate of an assignment, after those that are on it.
 * @param isNew on a plate of its own, which takes the place of the one before
 */
export function addToPlate(
  { personId, assignmentId, heading }: PlateOf,
  captureId: string,
  isNew: boolean,
): Added {
  const there = readPlateDraft(personId, assignmentId, heading);
  const onto = isNew ? newPlateDraft(heading) : there;
  if (onto.pictures.length >= MOST_ON_PLATE) return { is: 'full' };
  const pictures = [...onto.pictures, { key: captureId, caption: '', credit: '' }];
  if (!keepPlateDraft(personId, assignmentId, { ...onto, pictures })) return { is: 'not-kept' };
  return { is: 'on-it', count: pictures.length, before: isNew && there.pictures.length > 0 ? there : null };
}
