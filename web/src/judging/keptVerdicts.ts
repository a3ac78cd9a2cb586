import type { GridRow } from '@nachweis/contract';
import { judgementKey, type KeptJudgement } from '../store/judgement.ts';

/** The rows with the verdicts that were given here and are not sent yet. */
export function withKept(
  rows: readonly GridRow[],
  personId: string,
  judgements: readonly KeptJudgement[],
): GridRow[] {
  const kept = new Map(judgements.map((one) => [one.key, one.verdicts]));
  return rows.map((row) => {
    const given = kept.get(judgementKey({ personId, handInId: row.handInId }));
    if (!given) return row;
    const cells = row.cells.map((cell) => ({
      ...cell,
      verdicts: cell.verdicts.map((one) => {
        const mine = given[one.mustShowId];
        return mine ? { ...one, verdict: mine.verdict } : one;
      }),
    }));
    return { ...row, cells };
  });
}
