import type { FormerHandIn } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { readOwnSummaries } from './handInSummaries.ts';

/** What a person handed in in courses that they are not in any more, the latest first; without what they withdrew. */
export async function readFormerHandIns({ db, now }: Context, personId: string): Promise<FormerHandIn[]> {
  const left = await db
    .selectFrom('hand_in_people')
    .innerJoin('assignments', 'assignments.id', 'hand_in_people.assignment_id')
    .innerJoin('courses', 'courses.id', 'assignments.course_id')
    .leftJoin('members', (join) =>
      join.onRef('members.course_id', '=', 'assignments.course_id').on('members.person_id', '=', personId),
    )
    .select('assignments.id')
    .distinct()
    .where('hand_in_people.person_id', '=', personId)
    .where('members.person_id', 'is', null)
    // What was tried is of no interest afterwards.
    .where('courses.trial_for', 'is', null)
    .execute();
  const found: FormerHandIn[] = [];
  for (const { id } of left) {
    const { title, courseTitle, timeZone, mostUnits } = await readAssignment(db, id);
    for (const handIn of await readOwnSummaries(db, id, personId, now().toISOString()))
      if (handIn.withdrawnAt === null) found.push({ handIn, title, courseTitle, timeZone, mostUnits });
  }
  return found.sort((a, b) => b.handIn.handedInAt.localeCompare(a.handIn.handedInAt));
}
