import type { Criterion, LevelNow } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Worth } from '../ui/Worth.tsx';
import { JudgedState } from './JudgedState.tsx';
import type { Stand } from './standOf.ts';

interface CriteriaPanelProps {
  criteria: readonly Criterion[];
  /** by criterion */
  levels: Readonly<Record<string, number>>;
  /** criteria whose level is not sent yet */
  unsent: ReadonlySet<string>;
  liesIn: Stand['liesIn'];
  /** what the server has, with who gave it */
  given: Readonly<Record<string, LevelNow>>;
  locked: boolean;
  onLevels: (levels: Record<string, number | null>) => void;
}

/** What is judged on levels, for the whole of a hand-in. A level that is pressed again is taken back. */
export function CriteriaPanel({
  criteria,
  levels,
  unsent,
  liesIn,
  given,
  locked,
  onLevels,
}: CriteriaPanelProps): ReactNode {
  if (criteria.length === 0) return null;
  return (
    <section aria-label="Criteria" className="border-b border-rule">
      <h2 className="px-3 pt-2 text-sm text-faded">Criteria, for the whole hand-in</h2>
      {criteria.map(({ id, title, levels: all }) => (
        // biome-ignore lint/a11y/useSemanticElements: buttons that toggle are no form's group of fields
        <div key={id} role="group" aria-label={title} className="px-3 py-1.5">
          <p className="written font-semibold">{title}</p>
          <div className="mt-1 flex flex-col gap-1">
            {all.map(({ text, units }, place) => (
              <button
                // biome-ignore lint/suspicious/noArrayIndexKey: a level is its place
                key={place}
                type="button"
                aria-pressed={levels[id] === place}
                disabled={locked}
                onClick={() => onLevels({ [id]: levels[id] === place ? null : place })}
                className="flex min-h-8 items-baseline gap-2 rounded-md border border-edge bg-card px-2 py-1 text-left text-sm hover:bg-verdigris-wash disabled:cursor-not-allowed aria-pressed:border-verdigris aria-pressed:bg-verdigris aria-pressed:text-card"
              >
                <span className="written min-w-0 flex-1">{text}</span>
                <Worth units={units} />
              </button>
            ))}
          </div>
          <JudgedState
            liesIn={unsent.has(id) ? liesIn : null}
            by={levels[id] === undefined ? undefined : given[id]?.by}
          />
        </div>
      ))}
    </section>
  );
}
