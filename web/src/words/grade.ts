import type { GradeDocument } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type LateRule, lateWords } from './late.ts';

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
