import type { ReviewGrid } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { isMeant } from '../ui/nameSearch.ts';
import { Empty } from '../ui/states.tsx';

interface AbsentListProps {
  without: ReviewGrid['without'];
  /** part of a name */
  words: string;
}

/** Who has handed in nothing: there is nothing of theirs to judge. */
export function AbsentList({ without, words }: AbsentListProps): ReactNode {
  const shown = without.filter((student) => isMeant(student, words));
  if (without.length === 0) return <Empty>Everybody has handed in.</Empty>;
  return (
    <section
      aria-labelledby="absent-title"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
      tabIndex={0}
      className="min-h-0 flex-1 overflow-auto p-4"
    >
      <h2 id="absent-title" className="text-base">
        Nothing handed in: {shown.length} of {without.length}
      </h2>
      <ul className="mt-1 columns-xs gap-6">
        {shown.map(({ id, listed, exempt }) => (
          <li key={id} className="written break-inside-avoid py-0.5">
            {listed} {exempt && <span className="text-sm text-faded">exempt</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
