import { type Access, type Endpoint, type EndpointName, LiveChange, type LiveKind } from '@nachweis/contract';
import { type Actor, isStaffOf } from '../access/access.ts';
import type { Context } from '../context.ts';
import { readLivePlace } from './livePlace.ts';

const OF_STAFF: readonly Access[] = ['course-staff', 'course-instructor', 'course-manager'];

/** Whoever has what was changed before them hears that it is not as it was, after the answer is on its way. */
export function tellOfChange(
  { db, live, log }: Context,
  name: EndpointName,
  { method, access }: Endpoint,
  { handInId, assignmentId, courseId }: Record<string, string>,
  actor: Actor,
  page: string | undefined,
): void {
  if (method === 'get' || !live.anybody()) return;
  // What a student only prepares is nobody else's.
  if (!handInId && !OF_STAFF.includes(access) && name !== 'handIn') return;
  const [kind, id]: [LiveKind, string | undefined] = handInId
    ? ['hand-ins', handInId]
    : assignmentId
      ? ['assignments', assignmentId]
      : ['courses', courseId];
  if (id === undefined) return;
  const tell = async () => {
    const place = await readLivePlace(db, kind, id);
    if (!place) return;
    // Who handed in may be hidden from those who judge.
    const known = LiveChange.shape.page.safeParse(page);
    live.tell(place, known.data && (await isStaffOf(db, actor, place.courseId)) ? known.data : null);
  };
  tell().catch((error: unknown) => log.error({ err: error }, 'a change could not be told'));
}
