import type { Assignment, GradeDocument } from '@nachweis/contract';
import { formatPoints, lateCost, lateSteps } from '@nachweis/core';
import { pointsWords } from './counted.ts';
import { type LateRule, PER_WORDS } from './late.ts';

/** "2 started hours late" */
const lateWords = ({ per }: LateRule, steps: number): string =>
  `${steps} ${PER_WORDS[per][steps === 1 ? 0 : 1]} late`;

/** What it would cost to hand in now, in a sentence; null where it costs nothing. */
export function lateNowWords(
  { lateRule, timeZone, mostUnits }: Pick<Assignment, 'lateRule' | 'timeZone' | 'mostUnits'>,
  dueAt: string,
  now: number,
): string | null {
  if (!lateRule) return null;
  const steps = lateSteps(lateRule, dueAt, new Date(now).toISOString(), timeZone);
  if (steps === 0) return 'That costs no points yet.';
  const cost = lateCost(lateRule, steps, mostUnits, mostUnits);
  return `Handed in now it is ${lateWords(lateRule, steps)}: that costs up to ${pointsWords(cost)} of ${formatPoints(mostUnits)}.`;
}

/** How the points came about, in a line; null where the verdicts alone made them. */
export function gradeWords(
  grade: Pick<
    GradeDocument,
    'fromVerdicts' | 'lateSteps' | 'lateCost' | 'adjustment' | 'reason' | 'exact' | 'total'
  >,
  lateRule: LateRule | null,
): string | null {
  const { fromVerdicts, lateSteps: steps, lateCost: cost, adjustment, reason, exact, total } = grade;
  if (cost === 0 && adjustment === 0 && exact === total) return null;
  const late = lateRule && cost > 0 ? [`${formatPoints(-cost)} for ${lateWords(lateRule, steps)}`] : [];
  const byHand =
    adjustment !== 0 ? [`${adjustment > 0 ? '+' : ''}${formatPoints(adjustment)} by hand: ${reason}`] : [];
  const rounded = exact !== total ? [`rounded to ${formatPoints(total)}`] : [];
  return [`${formatPoints(fromVerdicts)} from the verdicts`, ...late, ...byHand, ...rounded].join(', ');
}
