import { Readable } from 'node:stream';
import { addReference, type Context, type EnteredAssignment, takeCapture } from '@nachweis/server';
import { type DemoCourse, seededIds } from './course.ts';
import { ratingReferences } from './evidence.ts';

/** Apart from the seed of all else, so that a picture more does not change every id. */
const SEED = 20_260_902;

/** How two of the pictures of the rating curve should look: one that students see, one for who judges. */
export async function addRatingReferences(
  context: Context,
  course: DemoCourse,
  rating: EnteredAssignment,
): Promise<void> {
  const newId = seededIds(SEED);
  const instructor = course.instructors[0] ?? '';
  for (const { png, label, caption, shown, point } of ratingReferences()) {
    const captureId = newId();
    await takeCapture(context, {
      id: captureId,
      ownerId: instructor,
      content: Readable.from([png]),
      source: 'practice-desk',
      surface: 'window',
      name: '',
      label,
      assignmentId: rating.id,
    });
    const proofPointId = rating.points[point]?.id ?? '';
    await addReference(context, rating.id, newId(), { proofPointId, captureId, caption, shown }, instructor);
  }
}
