import type { Criterion, LevelNow } from '@nachweis/contract';
import { criterionUnits, formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';

interface ReturnedCriteriaProps {
  criteria: readonly Criterion[];
  levels: Readonly<Record<string, LevelNow>>;
}

/** The level that was reached on each criterion, in its words. */
export function ReturnedCriteria({ criteria, levels }: ReturnedCriteriaProps): ReactNode {
  if (criteria.length === 0) return null;
  return (
    <dl className="mt-3 border-t border-rule pt-2 text-sm">
      {criteria.map(({ id, title, levels: all }) => {
        const level = levels[id]?.level ?? null;
        const reached = level === null ? null : all[level];
        return (
          <div key={id} className="py-1">
            <dt className="written flex items-baseline gap-2 font-semibold">
              <span className="min-w-0 flex-1">{title}</span>
              <span className="font-mono">
                {reached ? formatPoints(reached.units) : '–'}
                <span className="text-faded">
                  {' '}
                  of {formatPoints(criterionUnits(all.map((l) => l.units)))}
                </span>
              </span>
            </dt>
            <dd className="written">{reached?.text ?? 'Not judged.'}</dd>
          </div>
        );
      })}
    </dl>
  );
}
