import type { Mark } from '@nachweis/core';
import { Lock } from 'lucide-react';
import type { ReactNode } from 'react';
import { markSentence } from '../words/marks.ts';

interface MarkListProps {
  marks: ReadonlyArray<Extract<Mark, { id: string }>>;
  /** ids of those that are chosen */
  chosen: readonly string[];
  onChoose: (id: string) => void;
  /** chooses one more, or one less */
  onToggle: (id: string) => void;
}

/** Every mark but the pins, in reading order; each is chosen by its line, several by their boxes. */
export function MarkList({ marks, chosen, onChoose, onToggle }: MarkListProps): ReactNode {
  if (marks.length === 0) return null;
  return (
    <section aria-labelledby="marks-title" className="border-t border-rule">
      <h3 id="marks-title" className="px-3 pt-2 text-sm text-faded">
        Marks
      </h3>
      <ul>
        {marks.map((mark) => {
          const isChosen = chosen.includes(mark.id);
          const words = markSentence(mark);
          return (
            <li key={mark.id} className="flex items-start">
              {marks.length > 1 && (
                <label className="flex size-8 flex-none items-center justify-center">
                  <input
                    type="checkbox"
                    aria-label={`Choose together: ${words}`}
                    checked={isChosen}
                    onChange={() => onToggle(mark.id)}
                    className="size-5 accent-verdigris"
                  />
                </label>
              )}
              <button
                type="button"
                aria-pressed={isChosen}
                onClick={(event) =>
                  event.shiftKey || event.ctrlKey || event.metaKey ? onToggle(mark.id) : onChoose(mark.id)
                }
                className={`written line-clamp-2 min-h-8 min-w-0 flex-1 px-3 py-1 text-left text-sm hover:bg-verdigris-wash ${isChosen ? 'bg-verdigris-wash font-semibold' : ''}`}
              >
                {words}
                {mark.locked && <Lock size={14} aria-label="locked" className="ml-1 inline" />}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
