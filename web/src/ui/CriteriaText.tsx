import type { Criterion } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Worth } from './Worth.tsx';

/** What will be judged on levels, with what each takes and is worth: read before the work, not after. */
export function CriteriaText({ criteria }: { criteria: readonly Criterion[] }): ReactNode {
  if (criteria.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer text-sm font-semibold text-verdigris-deep">
        Also judged on levels: {criteria.map((criterion) => criterion.title).join(', ')}
      </summary>
      <dl className="border-l-2 border-rule pl-3 text-sm">
        {criteria.map(({ id, title, levels }) => (
          <div key={id} className="py-1">
            <dt className="written font-semibold">{title}</dt>
            {levels.map(({ text, units }, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a level is its place
              <dd key={place} className="written">
                <Worth units={units} /> {text}
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </details>
  );
}
