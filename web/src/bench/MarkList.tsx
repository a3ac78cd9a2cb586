import type { Mark } from '@nachweis/core';
import type { ReactNode } from 'react';
import { markSentence } from '../words/marks.ts';

interface MarkListProps {
  marks: ReadonlyArray<Extract<Mark, { id: string }>>;
  chosen: string | null;
  onChoose: (id: string) => void;
}

/** Every mark but the pins, in reading order; each is chosen by its line. */
export function MarkList({ marks, chosen, onChoose }: MarkListProps): ReactNode {
  if (marks.length === 0) return null;
  return (
    <section aria-labelledby="marks-title" className="border-t border-rule">
      <h3 id="marks-title" className="px-3 pt-2 text-sm text-faded">
        Marks
      </h3>
      <ul>
        {marks.map((mark) => (
          <li key={mark.id}>
            <button
              type="button"
              aria-pressed={mark.id === chosen}
              onClick={() => onChoose(mark.id)}
              className={`written line-clamp-2 w-full px-3 py-1 text-left text-sm hover:bg-verdigris-wash ${mark.id === chosen ? 'bg-verdigris-wash font-semibold' : ''}`}
            >
              {markSentence(mark)}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
