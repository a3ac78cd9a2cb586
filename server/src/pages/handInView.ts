import type { HandInView } from '@nachweis/contract';
import type { Actor } from '../access/access.ts';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { broughtOf } from '../handIns/broughtOf.ts';
import { readSince } from '../handIns/differences.ts';
import { readHandIn } from '../handIns/handInRows.ts';
import { readItems } from '../handIns/items.ts';
import { readReceipt } from '../handIns/receipts.ts';
import { isJudged } from '../handIns/withdraw.ts';
import { asAsked, fieldsOfHandIn } from '../people/classList.ts';
import { readTrialOf } from '../practice/trial.ts';
import { readAskedAgain } from '../reviews/askedAgain.ts';
import { gradeOf, levelsShown, namesIn, readJudgements, verdictsShown } from '../reviews/judgements.ts';
import { latenessOf } from '../reviews/lateness.ts';
import { remarksShown } from '../reviews/remarkStates.ts';

/**
 * An own hand-in with its receipt, and its feedback once released.
 * @param asReleased as it would be if it were released now, for those who will do it
 */
export async function readHandInView(
  context: Context,
  actor: Actor,
  handInId: string,
  asReleased = false,
): Promise<HandInView> {
  const { db, now } = context;
  const handIn = await readHandIn(db, handInId);
  const corrections = await readCorrections(db, handIn.assignment_id);
  const assignment = asJudged(await readAssignment(db, handIn.assignment_id, handIn.version), corrections);
  const judgement = (await readJudgements(db, { handInId }, now().toISOString()))(handInId);
  const releasedAt = judgement.releasedAt ?? (asReleased ? now().toISOString() : null);
  const known = new Set(assignment.proofPoints.flatMap((p) => p.mustShows).map((m) => m.id));
  const changes = [
    judgement.lastAt,
    ...corrections.filter((c) => known.has(c.mustShowId)).map((c) => c.givenAt),
  ];
  const lastChange =
    changes
      .filter((at) => at !== null && at > (releasedAt ?? ''))
      .sort()
      .at(-1) ?? null;
  return {
    receipt: await readReceipt(context, db, handInId),
    assignment: asAsked(assignment, await fieldsOfHandIn(db, handInId)),
    isTrial: (await readTrialOf(db, assignment.id)) !== null,
    statement: handIn.statement,
    brought: await broughtOf(db, handIn),
    askedAgain: releasedAt ? await readAskedAgain(db, handInId) : [],
    items: await readItems(db, handInId, context.signing),
    since: await readSince(db, handIn, assignment),
    withdrawnAt: handIn.withdrawn_at,
    mayWithdraw: handIn.withdrawn_at === null && !(await isJudged(db, handInId)),
    feedback: releasedAt
      ? {
          verdicts: verdictsShown(judgement, null),
          levels: levelsShown(judgement, null),
          remarks: remarksShown(judgement, await namesIn(db, judgement), actor.personId),
          grade: gradeOf(
            assignment,
            judgement,
            latenessOf(assignment, await readGrants(db, assignment.id), handIn),
          ),
          releasedAt,
          changedAt: lastChange,
        }
      : null,
  };
}
