import type { Comparable, Comparables } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import {
  type HandInRow,
  handInNumber,
  readHandIn,
  readHandIns,
  replacementOf,
} from '../handIns/handInRows.ts';
import { baseHrefOf } from '../handIns/items.ts';
import { readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { referencesOf } from '../references/references.ts';

/**
 * The sealed pictures of one proof point, of this hand-in and of those it can be compared with. Of others, those that
 * count; of the same people, every attempt that was not withdrawn. As many queries for 3 students as for 300.
 */
export async function readComparables(
  { db }: Context,
  handInId: string,
  proofPointId: string,
): Promise<Comparables> {
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id);
  const all = await readHandIns(db, handIn.assignment_id);
  const isOwn = (one: HandInRow) => one.personIds.some((id) => handIn.personIds.includes(id));
  const meant = all.filter(
    (one) =>
      one.id === handInId ||
      (one.withdrawn_at === null && (isOwn(one) || !replacementOf(one, all, assignment.counts))),
  );
  const order = await readClassOrder(db, assignment.courseId);
  const called = await namesOf(
    db,
    meant.flatMap((one) => one.personIds),
  );
  const names = order.told(called);
  const pictures = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .innerJoin('blobs as base', 'base.sha256', 'hand_in_items.base_sha256')
    .select([
      'hand_in_items.id',
      'hand_in_items.hand_in_id',
      'hand_in_items.width',
      'hand_in_items.height',
      'base.media_type as base_type',
    ])
    .where('hand_ins.assignment_id', '=', handIn.assignment_id)
    .where('hand_in_items.proof_point_id', '=', proofPointId)
    .where('hand_in_items.damaged', '=', 0)
    .orderBy('hand_in_items.position')
    .execute();
  const picturesOf = (one: HandInRow): Comparable[] => {
    const here = pictures.filter((picture) => picture.hand_in_id === one.id);
    return here.map((picture, index) => ({
      itemId: picture.id,
      handInId: one.id,
      number: handInNumber(one),
      student: joinedNames(one.personIds, names),
      plain: joinedNames(one.personIds, called),
      attempt: one.attempt,
      isOwn: isOwn(one),
      place: here.length > 1 ? index + 1 : null,
      width: picture.width,
      height: picture.height,
      baseHref: baseHrefOf(picture.id, picture.base_type),
    }));
  };
  const listed = (one: HandInRow) => order.listed(one.personIds[0] ?? '');
  const others = meant
    .filter((one) => one.id !== handInId)
    .sort(
      (a, b) =>
        Number(isOwn(b)) - Number(isOwn(a)) || order.compare(listed(a), listed(b)) || b.attempt - a.attempt,
    );
  return {
    own: picturesOf(handIn),
    others: others.flatMap(picturesOf),
    references: await referencesOf(db, assignment.id, proofPointId),
  };
}
