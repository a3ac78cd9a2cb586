import type { Mark } from '@nachweis/core';
import type { ReactNode } from 'react';

/** What pins and steps say in words: steps by their number, then pins by their letter. */
export function MarkNotes({ marks }: { marks: readonly Mark[] }): ReactNode {
  const notes = marks.flatMap((mark) =>
    'says' in mark && mark.says
      ? [{ name: mark.kind === 'pin' ? mark.letter : String(mark.number), says: mark.says }]
      : [],
  );
  if (notes.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-x-5 px-3 py-1 text-sm" aria-label="What the marks say">
      {notes
        .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
        .map(({ name, says }) => (
          <li key={name} className="written" dir="auto">
            <span className="font-mono font-bold">{name}</span> {says}
          </li>
        ))}
    </ul>
  );
}
