import type { RemarksGive, RemarksTake } from '@nachweis/contract';
import type { z } from 'zod';
import type { Context } from '../context.ts';
import { takeRemark, writeRemark } from './remarks.ts';
import { requireJudgingAll } from './requireJudging.ts';

/**
 * Writes a remark to many hand-ins of an assignment: to all of them or, where one cannot be judged, to none.
 * @throws HttpProblem as `putRemark`; `not-found` for a hand-in of another assignment
 */
export async function giveRemarks(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  { remarks }: RemarksGive,
): Promise<{ remarks: number }> {
  const at = now().toISOString();
  await db.transaction().execute(async (trx) => {
    await requireJudgingAll(trx, assignmentId, handInsOf(remarks), personId, at);
    for (const { id: remarkId, handInId, remark } of remarks)
      await writeRemark(trx, { personId, handInId, remarkId, at }, remark);
  });
  return { remarks: remarks.length };
}

/** Takes own remarks away from many hand-ins of an assignment, all or none. @returns how many were there */
export async function takeRemarks(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  { remarks }: z.infer<typeof RemarksTake>,
): Promise<{ remarks: number }> {
  const at = now().toISOString();
  let taken = 0;
  await db.transaction().execute(async (trx) => {
    await requireJudgingAll(trx, assignmentId, handInsOf(remarks), personId, at);
    for (const { id: remarkId, handInId } of remarks)
      if (await takeRemark(trx, { personId, handInId, remarkId, at })) taken += 1;
  });
  return { remarks: taken };
}

const handInsOf = (remarks: ReadonlyArray<{ handInId: string }>) => remarks.map((one) => one.handInId);
